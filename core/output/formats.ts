/** The formats in which a piece can leave, by their names in the page, the worker and the list of files that were made. */
export const FILE_FORMATS = ['pdf', 'svg', 'live-svg', 'png', 'dxf', 'piece'] as const;
export type FileFormat = (typeof FILE_FORMATS)[number];
