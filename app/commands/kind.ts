/** Something that a person can do on the bench, behind a key, a button, a menu row and a line of help alike. */
export interface Command {
  /** What people read, sentence case. */
  readonly label: string;
  /** Keys, the first one shown: the signs of `keyOf`, with `Mod` for Ctrl or Command. */
  readonly keys: readonly string[];
  /** The key by which the browser itself does it, shown and not listened to. */
  readonly heard?: string;
  /** Whether there is anything to do now. */
  readonly applies: () => boolean;
  readonly run: () => void;
  /** What it would do now, where its label alone says too little. */
  readonly detail?: () => string;
  /** Whether its keys work while something is typed. */
  readonly whileTyping?: true;
  /** Whether its keys go on from a field, without leaving what is typed. */
  readonly anywhere?: true;
  /** Whether what a browser does by its key is not done. */
  readonly prevents?: true;
  /** Called when its key is let go, for what lasts as long as it is held. */
  readonly release?: () => void;
}

const NAMES: Readonly<Record<string, string>> = { 'Mod': 'Ctrl', ' ': 'Space', 'Escape': 'Esc', 'Delete': 'Del' };

/** A pressed key with its modifiers as a command lists it: `Mod-Shift-z`, `Delete`, `b`. */
export function keyOf(event: Pick<KeyboardEvent, 'key' | 'ctrlKey' | 'metaKey' | 'altKey' | 'shiftKey'>): string {
  const key = event.key.length === 1 ? event.key.toLowerCase() : event.key;
  const modifiers = [
    event.ctrlKey || event.metaKey ? 'Mod' : '',
    event.altKey ? 'Alt' : '',
    event.shiftKey ? 'Shift' : '',
  ];
  return [...modifiers.filter((one) => one !== ''), key].join('-');
}

/** A key as people read it: `Ctrl Shift Z`. */
export const keyName = (key: string): string =>
  (key === '-' ? ['−'] : key.split('-'))
    .map((part) => NAMES[part] ?? (part.length === 1 ? part.toUpperCase() : part))
    .join(' ');

/** The first key of a command as people read it; '' for none. */
export const firstKey = ({ keys: [first], heard }: Command): string => keyName(first ?? heard ?? '');
