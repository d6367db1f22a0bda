import { drivesIn, isGood, keyedAt, namesOf, trackAt, type Drive, type Track } from '../../../core/scene';
import { writtenName, type Fault } from '../../../core/formulas';
import { leaderName, trackWritten } from '../../../core/commands';
import { inOrder, inTime, member, parentOf, type Composition, type Layer, type Project } from '../../../core/model';
import { showNumber } from '../panel/read-number';
import type { Writable } from './completion';

/** What a formula is written for: a track of one layer or of several, or a field of an operator of one. */
export type Driven = { readonly composition: string; readonly layers: readonly string[]; readonly track: string; readonly operator: { readonly id: string; readonly field: string } | null };

export function sameDriven(a: Driven | null, b: Driven | null): boolean {
  return a !== null && b !== null && a.composition === b.composition && a.track === b.track && a.operator?.id === b.operator?.id && a.operator?.field === b.operator?.field && a.layers.join() === b.layers.join();
}

/** The formula as it would be with another text, on the first of the layers. */
export function triedIn(project: Project, { composition: id, layers, track: address, operator }: Driven, text: string): { readonly drive: Drive; readonly composition: Composition; readonly layer: Layer; readonly track: Track | null } | null {
  const composition = member(project.compositions.by, id);
  const layer = composition && member(composition.layers.by, layers[0] ?? '');
  if (!composition || !layer) return null;
  const drives = drivesIn(project, composition);
  if (operator) {
    const node = member(layer.timing.by, operator.id);
    return node ? { drive: drives.triedOn(layer, node as never, operator.field, text), composition, layer, track: null } : null;
  }
  const track = trackAt(project, layer, address);
  return track ? { drive: drives.tried(layer, track, text), composition, layer, track } : null;
}

export function judged(project: Project, driven: Driven, text: string): Fault | null {
  return triedIn(project, driven, text)?.drive.fault() ?? null;
}

/** What a part of a formula comes to at a frame, in words; null where it means nothing by itself. */
export function worthOf(project: Project, { composition: id, layers, track: address, operator }: Driven, part: string, frame: number): string | null {
  const composition = member(project.compositions.by, id);
  const layer = composition && member(composition.layers.by, layers[0] ?? '');
  if (!composition || !layer || operator) return null;
  const track = trackAt(project, layer, address);
  const drive = track && drivesIn(project, composition).part(layer, track, part);
  if (!drive || drive.fault()) return null;
  try {
    return valueWords(drive.raw(frame));
  } catch {
    return null;
  }
}

/** A value as people read it. */
export function valueWords(value: unknown): string {
  if (typeof value === 'number') return Number.isFinite(value) ? showNumber(value) : 'no number';
  if (Array.isArray(value)) return value.length === 4 ? `rgb ${value.slice(0, 3).map((part) => Math.round((part as number) * 255)).join(' ')}` : value.map((part) => showNumber(part as number)).join(', ');
  if (typeof value === 'boolean') return value ? 'true' : 'false';
  return typeof value === 'string' ? `“${value.slice(0, 30)}”` : 'an outline';
}

/** Everything that can be written in a formula of a layer. */
export function writableIn(project: Project, { composition: id, layers }: Driven): Writable {
  const composition = member(project.compositions.by, id);
  const owner = composition && member(composition.layers.by, layers[0] ?? '');
  if (!composition || !owner) return { layers: [], tracksOf: () => [], markers: [] };
  const list = inOrder(composition.layers);
  const named = (name: string) => (name === 'self' ? owner : name === 'parent' ? parentOf(composition, owner) : list.find((one) => one.name === name));
  return {
    layers: list.map((one) => ({ name: one.name, written: writtenName({ name: one.name, quoted: false }), about: one.kind === 'dials' ? 'dials' : one.kind })),
    markers: inTime(owner.markers).map(({ name }) => name).filter((name) => name !== ''),
    tracksOf(name) {
      const layer = named(name);
      if (!layer) return [];
      if (layer.kind === 'dials') return namesOf(project, layer).map((one) => ({ written: writtenName({ name: one, quoted: false }), about: 'dial' }));
      return namesOf(project, layer).flatMap((address) => { const track = trackAt(project, layer, address); return track && track.address === address ? [{ written: trackWritten(layer, track), about: track.spec.label }] : []; });
    },
  };
}

/** What is written for a track that was pressed: of the layer itself it is `self`. */
export function nameFor(project: Project, { composition, layers, track }: Driven, pressed: { readonly layer: string; readonly track: string | null }): string | null {
  const host = member(project.compositions.by, composition);
  const layer = host && member(host.layers.by, pressed.layer);
  if (!host || !layer) return null;
  const address = pressed.track ?? likeTrack(project, layer, track);
  if (address === null) return null;
  const found = leaderName(project, composition, { layer: layer.id, track: address });
  if (!found) return null;
  return layers.length === 1 && layers[0] === layer.id ? found.name.replace(/^('(?:[^']|'')*'|[^.]+)\./, 'self.') : found.name;
}

/** The track of a layer that is most like another one: of the same name, else its first dial. */
function likeTrack(project: Project, layer: Layer, address: string): string | null {
  if (layer.kind === 'dials') return inOrder(layer.dials)[0] ? `${inOrder(layer.dials)[0]!.id}.value` : null;
  return trackAt(project, layer, address)?.address ?? null;
}

/** Points of a curve over a composition: what is keyed, and what a formula gives. */
export function curvesOf(project: Project, driven: Driven, text: string): { readonly keyed: readonly number[]; readonly driven: readonly number[]; readonly low: number; readonly high: number } | null {
  const tried = triedIn(project, driven, text);
  if (!tried?.track || tried.track.spec.type !== 'N') return null;
  const { composition, layer, track, drive } = tried;
  const looks = Math.min(240, Math.max(2, composition.duration));
  const frames = Array.from({ length: looks + 1 }, (_, i) => (i * composition.duration) / looks);
  const keyed = frames.map((frame) => keyedAt(project, composition, layer, track, frame) as number);
  const values = drive.fault() ? keyed : frames.map((frame) => drive.at(frame) as number);
  const all = [...keyed, ...values].filter(isGood);
  const [low, high] = [Math.min(...all), Math.max(...all)];
  return { keyed, driven: values, low: high - low < 1e-9 ? low - 1 : low, high: high - low < 1e-9 ? high + 1 : high };
}
