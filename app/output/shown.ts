/**
 * What of a file is looked at: a plate by its place in the list, null for all inks, all plates laid over each other, or the
 * way of a plotter.
 */
export type Shown = number | 'press' | 'plotter' | null;
