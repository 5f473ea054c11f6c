const known = new Map<string, string>();

/** A colour of the interface by its name in theme.css, without the dashes, for pictures that stand outside of the page's styles. */
export function themeColour(name: string): string {
  let colour = known.get(name);
  if (colour === undefined) known.set(name, (colour = getComputedStyle(document.documentElement).getPropertyValue(`--${name}`).trim()));
  return colour;
}
