import { recordInTime, type Channel, type ChannelType } from '../model';
import { isFlat, same, type Leg } from './leg';

type Key = Channel['keys'][string];

/**
 * The keys that show legs, as few as there can be: none before the first that moves nor after the last, and one at each jump, which
 * arrives on the one value and shows the other. Without motion there are none: then the value is all.
 */
export function keysFromLegs(legs: readonly Leg[], type: ChannelType): { readonly keys: Channel['keys']; readonly value: unknown } {
  const [first] = legs;
  if (legs.length === 1 && isFlat(first!)) return { keys: {}, value: first!.start };
  // What stands before the first motion is held by the key that it begins on.
  const from = isFlat(first!) && legs[1] && same(first!.end, legs[1].start) ? 1 : 0;
  const made: Key[] = [];
  const mixes = type !== 'T' && type !== 'B' && type !== 'E';
  for (let i = from; i <= legs.length; i++) {
    const [before, leg] = [i === from ? undefined : legs[i - 1], legs[i]];
    if (!leg && isFlat(before!)) break;
    const key: Making = { id: `k${made.length + 1}`, at: leg ? leg.from : before!.to, value: leg ? leg.start : before!.end, joined: false };
    if (mixes && before && !stays(before, leg)) {
      if (!same(before.end, key.value)) key.arrives = before.end;
      if (before.left) key.left = before.left;
      if (before.pathLeft) key.pathLeft = before.pathLeft;
    }
    if (mixes && leg) leave(key, leg, legs[i + 1], type);
    made.push(key);
  }
  return { keys: recordInTime(made), value: made[0]!.value };
}

type Making = { -readonly [K in keyof Key]: Key[K] };

/** Whether a leg has to be held by its key: it stands, and what follows begins elsewhere. */
function stays(leg: Leg, next: Leg | undefined): boolean {
  return isFlat(leg) && next !== undefined && !same(leg.end, next.start);
}

function leave(key: Making, leg: Leg, next: Leg | undefined, type: ChannelType): void {
  if (isFlat(leg)) {
    if (!stays(leg, next)) return;
    if (type === 'N') key.right = 'hold';
    else key.ease = 'hold';
    return;
  }
  if (leg.right) key.right = leg.right;
  if (leg.curve) key.curve = leg.curve;
  if (leg.ease !== undefined) key.ease = leg.ease;
  if (leg.pathRight) key.pathRight = leg.pathRight;
}
