import type { Track } from '../../scene';
import { isMoment } from '../../timing';
import { patchOf, type Patch } from '../document/patch';
import type { AnyKey } from '../document/target';

/**
 * A key as the document stores it. On channels that is what it is; an operator's own keys store what they show as `to`,
 * which may be a moment: it stays one for as long as the value is the time that it had.
 */
export function storedKey({ operator }: Track, key: AnyKey | undefined): unknown {
  if (operator === null || !key) return key;
  const { value, to, ease: _ease, pathLeft: _left, pathRight: _right, kept: _kept, pace: _pace, ...rest } = key as AnyKey & Readonly<Record<string, unknown>>;
  return { ...rest, to: isMoment(to) && to.was === value ? to : value };
}

/** Patches that make of one set of keys another: whole keys that came or went, single fields of those that stayed. `path` leads to where `keys` stands. */
export function keyPatches(track: Track, path: readonly string[], before: Readonly<Record<string, AnyKey>>, after: Readonly<Record<string, AnyKey>>): readonly Patch[] {
  return [...new Set([...Object.keys(before), ...Object.keys(after)])].flatMap((id): readonly Patch[] => {
    if (before[id] === after[id]) return [];
    const [old, now] = [storedKey(track, before[id]), storedKey(track, after[id])] as readonly (Readonly<Record<string, unknown>> | undefined)[];
    if (!old || !now) return [patchOf([...path, 'keys', id], old, now)];
    return [...new Set([...Object.keys(old), ...Object.keys(now)])].filter((field) => old[field] !== now[field]).map((field) => patchOf([...path, 'keys', id, field], old[field], now[field]));
  });
}
