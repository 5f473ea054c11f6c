/** Whether a path, with its query, is one of what programs ask for, and not of a page. */
export const underApi = (path: string): boolean => /^\/api(?:[/?]|$)/.test(path);
