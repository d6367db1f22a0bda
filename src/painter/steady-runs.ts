import { plainGroup, type Group, type Item } from '../core/display';

/** Items that a frame before had too: the same object is the same picture. */
const seen = new WeakSet<Item>();
const numbers = new WeakMap<Item, number>();
let next = 1;

/**
 * Splits items, in order, into runs: neighbours that stood still since an earlier frame together, every other item by
 * itself. Items that blend with what lies below them cannot be laid on as part of a picture, and stay alone.
 */
export function steadyRuns(items: readonly Item[]): readonly (readonly Item[])[] {
  const runs: Item[][] = [];
  let open = false;
  for (const item of items) {
    const steady = seen.has(item) && item.kind !== 'wash' && (item.kind !== 'group' || item.blend === 'normal');
    seen.add(item);
    if (steady && open) runs[runs.length - 1]!.push(item);
    else runs.push([item]);
    open = steady;
  }
  return runs;
}

/** A run as a group whose picture is worth remembering. */
export function runGroup(items: readonly Item[], frame: Group['frame']): Group {
  const name = items.map(numberOf).join(',');
  return plainGroup(items, { frame, isolated: true, picture: `run ${name}` });
}

function numberOf(item: Item): number {
  let number = numbers.get(item);
  if (number === undefined) numbers.set(item, (number = next++));
  return number;
}
