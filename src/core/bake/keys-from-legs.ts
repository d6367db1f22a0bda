import type { Channel, ChannelType } from '../model';
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
    const value = leg ? leg.start : before!.end;
    const jumps = before !== undefined && mixes && !stays(before, leg) && !same(before.end, value);
    made.push({
      id: `k${made.length + 1}`, at: leg ? leg.from : before!.to, value,
      ...(jumps ? { arrives: before.end } : {}),
      ...(before?.left && !stays(before, leg) ? { left: before.left } : {}), ...(before?.pathLeft ? { pathLeft: before.pathLeft } : {}),
      ...(leg ? leaving(leg, legs[i + 1], type) : {}), joined: false,
    });
  }
  return { keys: Object.fromEntries(made.map((key) => [key.id, key])) as Channel['keys'], value: made[0]!.value };
}

/** Whether a leg has to be held by its key: it stands, and what follows begins elsewhere. */
function stays(leg: Leg, next: Leg | undefined): boolean {
  return isFlat(leg) && next !== undefined && !same(leg.end, next.start);
}

function leaving(leg: Leg, next: Leg | undefined, type: ChannelType): object {
  if (type === 'T' || type === 'B' || type === 'E') return {};
  if (isFlat(leg)) return stays(leg, next) ? (type === 'N' ? { right: 'hold' } : { ease: 'hold' }) : {};
  const { right, curve, ease, pathRight } = leg;
  return { ...(right ? { right } : {}), ...(curve ? { curve } : {}), ...(ease === undefined ? {} : { ease }), ...(pathRight ? { pathRight } : {}) };
}
