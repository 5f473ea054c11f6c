/** What is being dragged: the item, '' for anything else, null while nothing is. */
export const inHand = shallowRef<string | null>(null);
