const known = new Map<string, string>();

/**
 * A colour of the interface by its name in theme.css, without the dashes, for pictures that stand outside of the page's
 * styles.
 */
export function themeColour(name: string): string {
  const cached = known.get(name);
  if (cached) return cached;
  const colour = getComputedStyle(document.documentElement).getPropertyValue(`--${name}`).trim();
  // Asked before the styles are there, it is asked again.
  if (colour) known.set(name, colour);
  return colour;
}
