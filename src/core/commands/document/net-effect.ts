import { sameValue, type Patch } from './patch';

/** What a change did to one place of the document from its first patch to its last. */
export type Effect = { readonly path: readonly string[]; readonly from: unknown; readonly to: unknown };

/**
 * Patches of one change as what they came to: one effect a place, none inside another (what was put in and then changed
 * was put in as changed). Orders of lists come apart: they are merged, not compared. Places that are as before are left out.
 */
export function netEffect(patches: readonly Patch[]): { readonly values: readonly Effect[]; readonly orders: readonly Effect[] } {
  const effects = new Map<string, { path: readonly string[]; from: unknown; to: unknown }>();
  /** Every place that has an effect somewhere beneath it. */
  const above = new Set<string>();
  for (const { path, from, to } of patches) {
    const outer = outermost(effects, path);
    if (outer) {
      outer.to = write(outer.to, path.slice(outer.path.length), to);
      continue;
    }
    const key = path.join('\n');
    let before = from;
    // A leaf was changed and then the whole thing: before both it was the thing with the leaf as it was.
    if (above.has(key)) {
      for (const [inner, effect] of effects) {
        if (!inner.startsWith(`${key}\n`)) continue;
        before = write(before, effect.path.slice(path.length), effect.from);
        effects.delete(inner);
      }
    }
    effects.set(key, { path, from: before, to });
    for (let i = 1; i < path.length; i++) above.add(path.slice(0, i).join('\n'));
  }
  const all = [...effects.values()].filter(({ from, to }) => !sameValue(from, to));
  const isOrder = ({ path, from, to }: Effect) => path[path.length - 1] === 'order' && Array.isArray(from) && Array.isArray(to);
  return { values: all.filter((effect) => !isOrder(effect)), orders: all.filter(isOrder) };
}

function outermost<T>(effects: ReadonlyMap<string, T>, path: readonly string[]): T | null {
  let key = '';
  for (const step of path) {
    key = key === '' ? step : `${key}\n${step}`;
    const found = effects.get(key);
    if (found) return found;
  }
  return null;
}

function write(value: unknown, path: readonly string[], to: unknown): unknown {
  const [step, ...rest] = path;
  if (step === undefined) return to;
  const here = (value ?? {}) as Readonly<Record<string, unknown>>;
  const inner = write(here[step], rest, to);
  if (inner !== undefined) return { ...here, [step]: inner };
  return Object.fromEntries(Object.entries(here).filter(([key]) => key !== step));
}
