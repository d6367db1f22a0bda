import { keyedTracks } from '../../scene';
import { inOrder, type Channel, type ChannelType, type Layer, type Project } from '../../model';
import type { StoredKey } from './chosen-keys';
import { easeAfter } from './key-leg';
import { nextNames } from '../document/next-name';
import { patchOf, sameValue, type Patch } from '../document/patch';
import { isCurve } from './presets';
import { keysOf } from '../document/target';

/** A curve that a project keeps, as it goes along with keys to another project. */
export type ClipPreset = { readonly name: string; readonly of: 'curve'; readonly data: unknown };

/** The keys of a track of which is asked what they run by. */
export type RunningKeys = { readonly type: ChannelType; readonly channel: Channel; /** Of all keys, or of those with these ids. */ readonly only?: ReadonlySet<string> };

/** Eases are one where no number of theirs differs by more. */
const SAME = 1e-6;

/** The curves kept with a project that keys run by. */
export function presetsOf(project: Project, running: readonly RunningKeys[]): readonly ClipPreset[] {
  const kept = inOrder(project.presets).filter((preset) => preset.of === 'curve');
  return kept.filter(({ data }) => running.some((one) => runsBy(one, data))).map(({ name, data }) => ({ name, of: 'curve' as const, data }));
}

/** The keyed tracks of layers, to ask what they run by. */
export function runningKeys(project: Project, layers: readonly Layer[]): readonly RunningKeys[] {
  return layers.flatMap((layer) => keyedTracks(project, layer).flatMap(({ channel, spec }) => (channel ? [{ type: spec.type, channel }] : [])));
}

function runsBy({ type, channel, only }: RunningKeys, data: unknown): boolean {
  const { ease } = data as { readonly ease?: readonly number[] };
  const keys = keysOf(channel) as readonly StoredKey[];
  return keys.some((key, i) => {
    if (only && !only.has(key.id)) return false;
    if (!ease) return key.curve !== undefined && sameValue(key.curve, data);
    return easeAfter(channel, type, keys, i)?.every((part, n) => Math.abs(part - ease[n]!) <= SAME) ?? false;
  });
}

/** The curves that come along and are not here yet, kept with this project: a name that is taken gets a number. */
export function bringPresets(project: Project, presets: readonly ClipPreset[], newId: () => string): { readonly patches: readonly Patch[]; readonly names: readonly string[] } {
  const here = inOrder(project.presets);
  const coming = presets.filter(({ of, data }) => isCurve(data) && !here.some((one) => one.of === of && sameValue(one.data, data)));
  if (coming.length === 0) return { patches: [], names: [] };
  const names = nextNames(coming.map(({ name }) => name), here.map(({ name }) => name));
  const added = coming.map((preset, i) => ({ ...preset, id: newId(), name: names[i]! }));
  const { order } = project.presets;
  return { names, patches: [...added.map((preset) => patchOf(['presets', 'by', preset.id], undefined, preset)), patchOf(['presets', 'order'], order, [...order, ...added.map(({ id }) => id)])] };
}

/** What is said of curves that came along. */
export function saidOf(names: readonly string[]): readonly string[] {
  return names.length === 0 ? [] : [`${names.length === 1 ? 'A curve of its project came' : 'Curves of its project came'} along: ${names.map((name) => `“${name}”`).join(', ')}.`];
}
