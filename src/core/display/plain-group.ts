import type { Group, Item } from './items';
import { IDENTITY } from './matrix';

/** Items together, with nothing done to them but what is said. */
export function plainGroup(items: readonly Item[], more: Partial<Omit<Group, 'kind' | 'items'>> = {}): Group {
  return { kind: 'group', matrix: IDENTITY, opacity: 1, blend: 'normal', frame: null, isolated: false, picture: null, mask: null, effects: [], clip: null, ...more, items };
}
