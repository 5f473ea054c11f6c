import { collisions, type Collision } from '#core/setting/space/collisions';
import { usePiece } from '~/stores/piece';

/** Letters of the selected lettering that touch or come closer than its least gap; looked for when the hand rests. */
export function useCollisions() {
  const store = usePiece();
  const resting = useIdleValue(() => store.selectedSetting);
  return steadyList((): readonly Collision[] => {
    const set = resting.value;
    // What was found for an earlier state is not shown on this one.
    return set && set === store.selectedSetting ? collisionsOf(set) : [];
  });
}

/** The page has no more time for it than this. */
const MOST_COMPARED = 2e7;

type Set = NonNullable<ReturnType<typeof usePiece>['selectedSetting']>;
const found = new WeakMap<Set, readonly Collision[]>();
function collisionsOf(set: Set): readonly Collision[] {
  let list = found.get(set);
  if (!list) found.set(set, (list = collisions([set], undefined, MOST_COMPARED).found));
  return list;
}
