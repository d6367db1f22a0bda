import { bakeSteps, type Baked, type BakeWish, type LeftOut } from '../../bake';
import { member, type Project } from '../../model';
import { count, type Draft } from '../document/change';
import type { Made } from '../document/made';
import { compositionPath, layerPath } from '../document/paths';
import { patchOf, type Patch } from '../document/patch';
import type { Refused } from '../document/refused';

/** What a bake comes to, ready to be done: the change, what was baked for whoever proves it, and what was left. */
export type BakeDraft = Draft & { readonly made: readonly string[]; readonly baked: Baked };

/** Writes the time of layers into keys, all at once. Null where none of them is there. */
export function bakeLayers(project: Project, compositionId: string, ids: readonly string[], wish: BakeWish, newId: () => string): Made | Refused | null {
  const steps = bakeLayersSteps(project, compositionId, ids, wish, newId);
  let step = steps.next();
  while (!step.done) step = steps.next();
  if (step.value === null || 'refused' in step.value) return step.value;
  const { baked, ...draft } = step.value;
  return { ...draft, told: tellBake(baked) };
}

/** The same in steps, each telling how many layers are done. */
export function* bakeLayersSteps(project: Project, compositionId: string, ids: readonly string[], wish: BakeWish, newId: () => string): Generator<number, BakeDraft | Refused | null> {
  const host = member(project.compositions.by, compositionId);
  const chosen = host ? ids.flatMap((id) => member(host.layers.by, id) ?? []) : [];
  if (!host || chosen.length === 0) return null;
  const locked = chosen.find((layer) => layer.locked);
  if (locked) return { refused: `${locked.name} is locked; unlock it first.` };
  const baked = yield* bakeSteps(project, compositionId, chosen.map((layer) => layer.id), wish, newId);
  if (baked.layers.length === 0) return { refused: wordsOf(baked.left[0]) ?? 'There is nothing to bake.' };
  const patches = [
    ...baked.compositions.map((composition) => patchOf(compositionPath(composition.id), undefined, composition)),
    ...(baked.compositions.length === 0 ? [] : [patchOf(['compositions', 'order'], project.compositions.order, [...project.compositions.order, ...baked.compositions.map(({ id }) => id)])]),
    ...baked.layers.flatMap((layer) => differing(layerPath(host.id, layer.id), host.layers.by[layer.id], layer)),
  ];
  return { event: 'layers.bake', label: `Bake ${baked.layers.length === 1 ? baked.layers[0]!.name : count(baked.layers.length, 'layer')} into keys`, patches, made: baked.layers.map((layer) => layer.id), baked };
}

function wordsOf(left: LeftOut | undefined): string | null {
  return left ? `${left.where}: ${left.why}` : null;
}

/** "From 12 keys to 140.", and the first thing that was done otherwise. */
export function tellBake({ keysBefore, keysAfter, left, formulas }: Baked): string {
  const more = left.length > 1 ? ` (and ${left.length - 1} more)` : '';
  return `${count(keysBefore, 'key')} became ${count(keysAfter, 'key')}.${formulas > 0 ? ` ${count(formulas, 'formula')} ${formulas === 1 ? 'is' : 'are'} among them.` : ''}${left.length > 0 ? ` ${wordsOf(left[0])}${more}` : ''}`;
}

/** Patches from one layer to another, on whole channels, operators and fields. */
function differing(path: readonly string[], before: unknown, after: unknown): readonly Patch[] {
  if (before === after) return [];
  if (!isRecord(before) || !isRecord(after) || isWhole(before) || isWhole(after)) return [patchOf(path, before, after)];
  return [...new Set([...Object.keys(before), ...Object.keys(after)])].flatMap((name) => differing([...path, name], before[name], after[name]));
}

function isRecord(value: unknown): value is Readonly<Record<string, unknown>> {
  return value !== null && typeof value === 'object' && !Array.isArray(value);
}

/** A channel or an operator is replaced whole. */
function isWhole(value: Readonly<Record<string, unknown>>): boolean {
  return 'keys' in value || 'op' in value || ('at' in value && 'name' in value);
}
