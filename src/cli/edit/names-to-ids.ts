import { inOrder, member, type Composition, type Project } from '../../core/model';

/** Arguments with names of compositions and layers made ids, where only one bears them: people write names. */
export function namesToIds(project: Project, args: Readonly<Record<string, unknown>>): Readonly<Record<string, unknown>> {
  const composition = idOf(project.compositions, args['composition']);
  const host = member(project.compositions.by, String(composition ?? project.main));
  const layer = (value: unknown) => (host ? idOf(host.layers, value) : value);
  const inRefs = (value: unknown) => (Array.isArray(value) ? value.map((ref: unknown) => (ref !== null && typeof ref === 'object' && 'layer' in ref ? { ...ref, layer: layer(ref.layer) } : ref)) : value);
  const changed: Record<string, unknown> = { ...args };
  if ('composition' in args) changed['composition'] = composition;
  for (const name of ['layer', 'parent', 'above', 'before']) if (name in args) changed[name] = layer(args[name]);
  for (const name of ['layers', 'slide', 'trimStart', 'trimEnd']) if (Array.isArray(args[name])) changed[name] = (args[name] as readonly unknown[]).map(layer);
  for (const name of ['keys', 'tracks', 'values', 'markers', 'placed']) if (name in args) changed[name] = inRefs(args[name]);
  return changed;
}

function idOf(list: Composition['layers'] | Project['compositions'], value: unknown): unknown {
  if (typeof value !== 'string' || Object.hasOwn(list.by, value)) return value;
  const named = (inOrder(list as Composition['layers']) as readonly { readonly id: string; readonly name: string }[]).filter((one) => one.name === value);
  return named.length === 1 ? named[0]!.id : value;
}
