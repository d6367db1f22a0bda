import type { Project } from '../../model';

/**
 * One leaf changed, addressed by ids: `['compositions', 'by', 'main', 'layers', 'by', 'tram', 'start']`. A missing
 * `from` means that nothing was there, a missing `to` that nothing is left.
 */
export type Patch = { readonly path: readonly string[]; readonly from?: unknown; readonly to?: unknown };

/** A patch that could not be applied as it stood: the leaf is another than it expected, or its place is gone. */
export type Clash = { readonly patch: Patch; readonly found: unknown; readonly gone: boolean };

/** Steps that would reach behind an object's own fields. */
const FORBIDDEN = new Set(['__proto__', 'prototype', 'constructor']);

type Applied = { readonly project: Project; readonly clashes: readonly Clash[] };

/** Applies patches in order. Those that clash are left out and named; a project that nothing changed is itself. */
export function applyPatches(project: Project, patches: readonly Patch[]): Applied {
  const steps = applyingPatches(project, patches);
  for (;;) {
    const { done, value } = steps.next();
    if (done) return value;
  }
}

/** Patches that one step applies. */
const STEP = 500;

/** The same in steps of some milliseconds, for whoever has others to answer in between. */
export function* applyingPatches(project: Project, patches: readonly Patch[]): Generator<undefined, Applied> {
  const clashes: Clash[] = [];
  let current: unknown = project;
  const fresh: Fresh = new WeakSet();
  let taken = 0;
  for (const patch of patches) {
    if (++taken % STEP === 0) yield;
    const found = readPath(current, patch.path);
    if (!found.there) clashes.push({ patch, found: undefined, gone: true });
    else if (isOrder(patch)) current = writePath(current, patch.path, 0, reorder(patch.from as readonly string[], patch.to as readonly string[], found.value as readonly string[]), fresh);
    else if (!sameValue(found.value, patch.from)) clashes.push({ patch, found: found.value, gone: false });
    else current = writePath(current, patch.path, 0, patch.to, fresh);
  }
  return { project: current as Project, clashes };
}

/** Values that are set whole, whatever they hold. */
const LEAVES: ReadonlySet<string> = new Set(['tempo', 'value', 'arrives', 'curve', 'kept', 'data', 'hits', 'version', 'joint', 'travel', 'rest']);

/** Patches on the leaves in which two values of one place differ: what is left alone may be changed by others meanwhile. */
export function patchesBetween(path: readonly string[], before: unknown, after: unknown): readonly Patch[] {
  if (sameValue(before, after)) return [];
  const inner = [before, after].every((one) => one !== null && typeof one === 'object' && !Array.isArray(one)) && !LEAVES.has(path[path.length - 1]!);
  if (!inner) return [patchOf(path, before, after)];
  const [left, right] = [before as Readonly<Record<string, unknown>>, after as Readonly<Record<string, unknown>>];
  return [...new Set([...Object.keys(left), ...Object.keys(right)])].flatMap((key) => patchesBetween([...path, key], left[key], right[key]));
}

/** The patches that take the others back. */
export function invertPatches(patches: readonly Patch[]): readonly Patch[] {
  return [...patches].reverse().map(({ path, from, to }) => patchOf(path, to, from));
}

/** A patch; undefined sides are left out, so that it survives being written as JSON. */
export function patchOf(path: readonly string[], from: unknown, to: unknown): Patch {
  return { path, ...(from === undefined ? {} : { from }), ...(to === undefined ? {} : { to }) };
}

/** What stands at a path; `there` says whether the thing that should hold it exists. */
export function readPath(root: unknown, path: readonly string[]): { readonly there: boolean; readonly value: unknown } {
  let here = root;
  for (const step of path) {
    if (here === null || typeof here !== 'object' || Array.isArray(here) || FORBIDDEN.has(step)) return { there: false, value: undefined };
    here = Object.hasOwn(here, step) ? (here as Record<string, unknown>)[step] : undefined;
    if (here === undefined && step !== path[path.length - 1]) return { there: false, value: undefined };
  }
  return { there: path.length > 0, value: here };
}

/** Objects that this batch made itself: they may be written to. Copying each record once makes 1,000 patches on one of 1,000 layers a matter of milliseconds. */
type Fresh = WeakSet<object>;

function writePath(root: unknown, path: readonly string[], depth: number, value: unknown, fresh: Fresh): unknown {
  const step = path[depth];
  if (step === undefined) return value;
  const here = root as Record<string, unknown>;
  const inner = writePath(here[step], path, depth + 1, value, fresh);
  if (inner === here[step]) return root;
  const mine = fresh.has(here) ? here : { ...here };
  fresh.add(mine);
  if (inner === undefined) delete mine[step];
  else mine[step] = inner;
  return mine;
}

function isOrder({ path, from, to }: Patch): boolean {
  return path[path.length - 1] === 'order' && Array.isArray(from) && Array.isArray(to);
}

/**
 * What a change of order did, done to the order that is there now: others may have added and removed meanwhile. Those keep
 * the neighbour on their left.
 */
export function reorder(before: readonly string[], after: readonly string[], current: readonly string[]): readonly string[] {
  if (sameValue(before, current)) return after;
  const [had, has, here] = [new Set(before), new Set(after), new Set(current)];
  const result = after.filter((id) => here.has(id) || !had.has(id));
  const placed = new Set(result);
  const followers = new Map<string | null, string[]>();
  let left: string | null = null;
  for (const id of current) {
    if (placed.has(id)) left = id;
    else if (!had.has(id) && !has.has(id)) {
      const behind = followers.get(left);
      if (behind) behind.push(id);
      else followers.set(left, [id]);
    }
  }
  return [...(followers.get(null) ?? []), ...result.flatMap((id) => [id, ...(followers.get(id) ?? [])])];
}

/** Deep equality of plain data, whatever the order of fields. */
export function sameValue(a: unknown, b: unknown): boolean {
  // Minus nought is nought: files and the wire know no other.
  if (a === b || Object.is(a, b)) return true;
  if (a === null || b === null || typeof a !== 'object' || typeof b !== 'object' || Array.isArray(a) !== Array.isArray(b)) return false;
  const [left, right] = [definedKeys(a), definedKeys(b)];
  return left.length === right.length && left.every((key) => sameValue((a as Record<string, unknown>)[key], (b as Record<string, unknown>)[key]));
}

function definedKeys(value: object): readonly string[] {
  return Object.keys(value).filter((key) => (value as Record<string, unknown>)[key] !== undefined);
}
