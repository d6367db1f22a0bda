/** Names that stand for a value by themselves; the only list: what each is, for help and completion. */
export const NAMES = {
  t: 'this layer\'s time in seconds',
  f: 'this layer\'s time in frames',
  clock: 'the composition\'s time in seconds',
  beat: 'the composition\'s time in beats, from 0',
  bar: 'the composition\'s time in bars, from 0',
  keyed: 'what the keys of this track give',
  index: 'which of several this is, from 0',
  count: 'how many of them there are',
  pi: 'half a turn in radians, 3.14159…',
} as const;

export type BuiltName = keyof typeof NAMES;

export function isBuiltName(name: string): name is BuiltName {
  return Object.hasOwn(NAMES, name);
}

/** Words of the language itself. */
export const RESERVED: ReadonlySet<string> = new Set(['let', 'true', 'false', 'not', 'or', 'and', 'mod']);

/** Where a path may begin beside at a layer's name. */
export const HOMES = { self: 'this layer', parent: 'the layer that this one follows' } as const;

export const UNITS = { s: 'seconds', f: 'frames', b: 'beats', bar: 'bars', deg: 'degrees', '%': 'percent' } as const;
