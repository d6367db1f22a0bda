/**
 * Lists in memory are records by id, so that a change can name one member for ever. Members that lie in time (keys,
 * markers) have no other order; the rest keep an order of ids beside them.
 */
export type Timed<T> = Readonly<Record<string, T>>;
export type Ordered<T> = { readonly order: readonly string[]; readonly by: Readonly<Record<string, T>> };

/** Which fields hold lists, whatever they stand on, and the letter that missing ids begin with. */
export const LISTS = {
  keys: { kind: 'timed', letter: 'k' },
  markers: { kind: 'timed', letter: 'm' },
  assets: { kind: 'ordered', letter: 'a' },
  compositions: { kind: 'ordered', letter: 'c' },
  layers: { kind: 'ordered', letter: 'l' },
  timing: { kind: 'ordered', letter: 't' },
  masks: { kind: 'ordered', letter: 'q' },
  effects: { kind: 'ordered', letter: 'e' },
  stops: { kind: 'ordered', letter: 's' },
  takes: { kind: 'ordered', letter: 'n' },
  dials: { kind: 'ordered', letter: 'd' },
  presets: { kind: 'ordered', letter: 'p' },
  settled: { kind: 'ordered', letter: 'v' },
  staggers: { kind: 'ordered', letter: 'g' },
  contacts: { kind: 'ordered', letter: 'o' },
  tries: { kind: 'ordered', letter: '' },
} as const;

export type ListField = keyof typeof LISTS;

/** A member of a timed list, if it is there. */
export function member<T>(list: Readonly<Record<string, T>>, id: string): T | undefined {
  return Object.hasOwn(list, id) ? list[id] : undefined;
}

/** Most lists of a layer are empty: they are not remembered one by one. */
const NONE: readonly never[] = [];

/** Members in their order. */
export function inOrder<T>(list: Ordered<T>): readonly T[] {
  if (list.order.length === 0) return NONE;
  let members = ordered.get(list);
  if (!members) ordered.set(list, (members = list.order.map((id) => list.by[id]!).filter((one) => one !== undefined)));
  return members as readonly T[];
}
const ordered = new WeakMap<object, readonly unknown[]>();

const timed = new WeakMap<object, readonly { readonly at: number }[]>();

/**
 * Members in order of time, those at one time by their ids (m2 before m10): a record has no order of its own that would
 * outlast taking a member out and putting it back. The same list answers with the same array.
 */
export function inTime<T extends { readonly at: number }>(list: Timed<T>): readonly T[] {
  const known = timed.get(list);
  if (known) return known as readonly T[];
  const members = Object.values(list);
  if (members.length === 0) return NONE;
  timed.set(list, members.sort((a, b) => a.at - b.at || byId(a, b)));
  return members;
}

/** A timed list of members that are in order of time already, no two at one time. */
export function recordInTime<T extends { readonly id: string; readonly at: number }>(members: readonly T[]): Timed<T> {
  const list: Record<string, T> = {};
  for (const one of members) list[one.id] = one;
  timed.set(list, members);
  return list;
}

function byId(a: object, b: object): number {
  const [one, other] = [a, b].map((member) => ('id' in member ? String(member.id) : '')) as [string, string];
  return one.length - other.length || (one < other ? -1 : one > other ? 1 : 0);
}


/** Fields whose inside holds no lists, whatever it is called: what a preset keeps, and the ids that a travel names. */
const OPAQUE: ReadonlySet<string> = new Set(['data', 'travel']);

export function isOpaque(field: string | number | undefined): boolean {
  return typeof field === 'string' && OPAQUE.has(field);
}

/** File form to memory form, all the way down. Ids are there already. */
export function toMemory(value: unknown, field?: string): unknown {
  if (Array.isArray(value) && !isOpaque(field)) {
    const list = field !== undefined && Object.hasOwn(LISTS, field) ? LISTS[field as ListField] : null;
    if (!list) return value;
    const by = Object.fromEntries(value.map((one: { id: string }) => [one.id, toMemory(one)]));
    return list.kind === 'timed' ? by : { order: value.map((one: { id: string }) => one.id), by };
  }
  if (value === null || typeof value !== 'object' || isOpaque(field)) return value;
  // Layers of a try are a record by their ids, which are no names of fields.
  const named = field !== 'layers';
  return Object.fromEntries(Object.entries(value).map(([key, inner]) => [key, toMemory(inner, named ? key : undefined)]));
}

/** Memory form to file form: the inverse of `toMemory`. */
export function fromMemory(value: unknown, field?: string): unknown {
  if (value === null || typeof value !== 'object' || Array.isArray(value) || isOpaque(field)) return value;
  const list = field !== undefined && Object.hasOwn(LISTS, field) ? LISTS[field as ListField] : null;
  if (list?.kind === 'timed') return inTime(value as Timed<{ at: number }>).map((one) => fromMemory(one));
  // `dials` is a list on a layer of dials, and a plain record of channels on a nest.
  if (list?.kind === 'ordered' && 'order' in value && 'by' in value) return inOrder(value as Ordered<unknown>).map((one) => fromMemory(one));
  const named = field !== 'layers';
  return Object.fromEntries(Object.entries(value).map(([key, inner]) => [key, fromMemory(inner, named ? key : undefined)]));
}
