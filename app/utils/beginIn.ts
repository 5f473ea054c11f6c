/**
 * Begins a dialog in a field of it: for `@open-auto-focus`. The dialog itself gives the keys to its cross one tick
 * after it says that it is open; the field takes them a tick later, before anybody can have typed.
 */
export const beginIn = async (field: { focus: () => void } | null): Promise<void> => {
  await nextTick();
  await nextTick();
  field?.focus();
};
