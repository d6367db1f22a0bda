import { CURVES } from '../../keys';
import { member, type Project } from '../../model';
import type { Draft } from '../document/change';
import { nextName } from '../document/next-name';
import { patchOf } from '../document/patch';
import type { Refused } from '../document/refused';

type Preset = Project['presets']['by'][string];

/** Keeps a curve (or another preset) with the project under a name; a second one of a name gets a number. */
export function addPreset(project: Project, given: Omit<Preset, 'id'>, newId: () => string): (Draft & { readonly made: readonly string[] }) | Refused | null {
  if (given.of === 'curve' && !isCurve(given.data)) return { refused: 'What is kept as a curve is one of the kinds that there are, or four numbers of an ease.' };
  const { order, by } = project.presets;
  const id = newId();
  const preset = { ...given, id, name: nextName(given.name, new Set(Object.values(by).map((one) => one.name))) };
  return { event: 'presets.add', label: `Keep “${preset.name}”`, made: [id], patches: [patchOf(['presets', 'by', id], undefined, preset), patchOf(['presets', 'order'], order, [...order, id])] };
}

export function renamePreset(project: Project, id: string, name: string): Draft | null {
  const preset = member(project.presets.by, id);
  if (!preset || preset.name === name) return null;
  const free = nextName(name, new Set(Object.values(project.presets.by).flatMap((one) => (one.id === id ? [] : [one.name]))));
  return { event: 'presets.rename', label: `Name “${free}”`, patches: [patchOf(['presets', 'by', id, 'name'], preset.name, free)] };
}

export function deletePreset(project: Project, id: string): Draft | null {
  const preset = member(project.presets.by, id);
  const { order } = project.presets;
  return !preset ? null : { event: 'presets.delete', label: `Delete “${preset.name}”`, patches: [patchOf(['presets', 'order'], order, order.filter((one) => one !== id)), patchOf(['presets', 'by', id], preset, undefined)] };
}

/** What a preset of a curve holds: a curve of the list, or an ease as CSS writes it. */
export function isCurve(data: unknown): boolean {
  if (data === null || typeof data !== 'object') return false;
  const { kind, ease } = data as { readonly kind?: unknown; readonly ease?: unknown };
  return CURVES.some((curve) => curve.kind === kind) || (Array.isArray(ease) && ease.length === 4 && ease.every((part) => typeof part === 'number'));
}
