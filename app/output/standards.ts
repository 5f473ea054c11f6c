/** The standards of print PDFs that can be chosen. */
export const STANDARDS = [
  { value: 'x4', name: 'PDF/X-4' },
  { value: 'x1a', name: 'PDF/X-1a' },
] as const;
