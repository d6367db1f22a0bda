import type { Frames } from '../time';
import { isMoment, type Move, type Moment, type OperatorField, type OperatorFields, type OwnKey, type Rest } from './field';
import { pulled } from './operator';
import { moveOf } from './operators/cue';

type Fields = Readonly<Record<string, unknown>>;

/** The moment that a time of the source is to follow from now on, or null. */
export type Tie = (at: Frames) => Moment | null;

/**
 * Fields that a pull left, with the markers that their times follow. A pull knows numbers alone: `plain` is the operator that it began with, `raw`
 * the same as it is kept. What was not moved goes on following its marker; what was moved follows the one that `tie` gives, else its own, as much further on.
 */
export function tiedFields(spec: OperatorFields, next: Fields, plain: Fields, raw: Fields, tie: Tie): Fields {
  return Object.fromEntries(Object.entries(next).map(([name, value]) => [name, spec[name] ? tiedValue(spec[name], value, plain[name], raw[name], tie) : value]));
}

function tiedValue(field: OperatorField, next: unknown, plain: unknown, raw: unknown, tie: Tie): unknown {
  switch (field.holds) {
    case 'time': return tiedTime(next, plain, raw, tie);
    case 'keys': {
      const [was, kept] = [plain, raw] as readonly Readonly<Record<string, OwnKey | undefined>>[];
      return Object.fromEntries(Object.entries(next as Readonly<Record<string, OwnKey>>).map(([id, key]) => [id, { ...key, to: tiedTime(key.to, was?.[id]?.to, kept?.[id]?.to, tie) }]));
    }
    case 'pins': {
      const [was, kept] = [plain, raw] as readonly (readonly (readonly [number, unknown])[])[];
      return (next as readonly (readonly [number, unknown])[]).map(([at, to], i) => [at, tiedTime(to, was?.[i]?.[1], kept?.[i]?.[1], tie)]);
    }
    case 'moves': {
      const [was, kept] = [plain, raw] as readonly (readonly Move[])[];
      return (next as readonly Move[]).map((move, i) => (was?.[i] && kept?.[i] ? tiedMove(moveOf(move), moveOf(was[i]), kept[i], tie) : move));
    }
    default: return next;
  }
}

type WholeMove = Exclude<Move, readonly unknown[]>;

function tiedMove(next: WholeMove, plain: WholeMove, raw: Move, tie: Tie): Move {
  const kept = moveOf(raw);
  const rest = next.rest && { ...next.rest, ...restTimes(next.rest, plain.rest, kept.rest, tie) };
  const move = { from: tiedTime(next.from, plain.from, kept.from, tie), to: tiedTime(next.to, plain.to, kept.to, tie), rest } as WholeMove;
  return JSON.stringify(move) === JSON.stringify(kept) ? raw : move;
}

function restTimes(next: Rest, plain: Rest | null, raw: Rest | null, tie: Tie): Pick<Rest, 'from' | 'to'> {
  return { from: tiedTime(next.from, plain?.from, raw?.from, tie) as Rest['from'], to: tiedTime(next.to, plain?.to, raw?.to, tie) as Rest['to'] };
}

/** A time of the source as it is kept after a pull. */
export function tiedTime(next: unknown, plain: unknown, raw: unknown, tie: Tie): unknown {
  if (typeof next !== 'number') return next;
  if (next === plain) return raw;
  const tied = tie(next);
  if (tied) return tied;
  return isMoment(raw) && typeof plain === 'number' ? { ...raw, plus: pulled(raw.plus + next - plain), was: next } : next;
}
