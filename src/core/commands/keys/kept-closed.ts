import { inTime, type Channel } from '../../model';
import { DUST, dust } from '../../time';
import type { StoredKey } from './chosen-keys';
import { sameValue } from '../document/patch';

/**
 * A closed channel whose first and last key are one again: what was changed in the one is changed in the other, and when one was moved the other
 * goes along. A key between them that was pushed past an end comes back at the other.
 */
export function closedAgain(before: Channel, after: Channel): Channel {
  const old = inTime(before.keys);
  const [first, last] = [old[0], old[old.length - 1]];
  if (old.length < 2 || !first || !last) return joinedEnds(after);
  const [a, b] = [after.keys[first.id] as StoredKey | undefined, after.keys[last.id] as StoredKey | undefined];
  if (!a || !b) return joinedEnds(after);
  let [start, end] = [a, b];
  const [movedFirst, movedLast] = [a.at - first.at, b.at - last.at];
  if (movedFirst !== 0 && movedLast === 0) end = { ...end, at: dust(end.at + movedFirst) };
  if (movedLast !== 0 && movedFirst === 0) start = { ...start, at: dust(start.at + movedLast) };
  if (!sameValue(start.value, end.value)) {
    if (sameValue(end.value, last.value)) end = { ...end, value: start.value };
    else start = { ...start, value: end.value };
  }
  const length = end.at - start.at;
  if (length <= 0) return after;
  const keys: Record<string, StoredKey> = { [start.id]: start, [end.id]: end };
  const taken = new Set([start.at, end.at].map(named));
  const inner = inTime(after.keys).filter((key) => key.id !== start.id && key.id !== end.id) as readonly StoredKey[];
  const isOutside = (at: number) => at <= start.at + DUST || at >= end.at - DUST;
  // Who stands inside already keeps the place from those that come back.
  for (const key of [...inner.filter((one) => !isOutside(one.at)), ...inner.filter((one) => isOutside(one.at))]) {
    const at = isOutside(key.at) ? dust(start.at + ((((key.at - start.at) % length) + length) % length)) : key.at;
    if (taken.has(named(at))) continue;
    taken.add(named(at));
    keys[key.id] = at === key.at ? key : { ...key, at };
  }
  const same = Object.keys(keys).length === inner.length + 2 && Object.values(keys).every((key) => after.keys[key.id] === key);
  return same ? after : { ...after, keys };
}

/** The last key takes the value of the first, where the channel was just closed. */
function joinedEnds(channel: Channel): Channel {
  const keys = inTime(channel.keys);
  const [first, last] = [keys[0], keys[keys.length - 1]];
  if (!first || !last || first === last || sameValue(first.value, last.value)) return channel;
  return { ...channel, keys: { ...channel.keys, [last.id]: { ...last, value: first.value } } };
}

function named(at: number): number {
  return Math.round(at / DUST);
}
