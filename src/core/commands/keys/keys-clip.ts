import { hasKeys, keyTimesOf, sampleChannel, trackAt, unbent, type Track, rescaleChannel, rescaled } from '../../scene';
import { member, type Channel, type Project } from '../../model';
import { framesPerSecond, ratio, type Frames, type Rate } from '../../time';
import { count, type Draft } from '../document/change';
import { byTrack, chosenOf, momentOf } from './chosen-keys';
import { bringPresets, presetsOf, saidOf, type ClipPreset } from './clip-presets';
import { trackPath } from '../document/paths';
import { patchOf, type Patch } from '../document/patch';
import { keyAt } from './set-values';
import { storedKey } from './stored-key';
import { keysOf, reach, reachLayer, restingChannel, type KeyRef, type TrackRef } from '../document/target';
import { tidy } from '../document/tidy';

/** What a channel does outside its keys, and whether it is a loop. */
type ClipRules = Partial<Pick<Channel, 'before' | 'after' | 'repeats' | 'closed'>>;

/** Keys as they are copied: by channel, times from the earliest of them. */
export type KeysClip = {
  readonly format: 'oak-tumble/keys';
  readonly rate: Rate;
  /** The frame at which the earliest was met. */
  readonly first?: Frames | undefined;
  /** Curves kept with the project that the keys run by. */
  readonly presets?: readonly ClipPreset[] | undefined;
  readonly tracks: readonly { readonly layer: number; readonly channel: string; readonly type: string; readonly rules?: ClipRules | undefined; readonly keys: readonly Readonly<Record<string, unknown> & { at: number; value: unknown }>[] }[];
};

export function copyKeys(project: Project, compositionId: string, refs: readonly KeyRef[]): KeysClip | null {
  const host = member(project.compositions.by, compositionId);
  if (!host || refs.length === 0) return null;
  const groups = new Map<string, { readonly ref: TrackRef; readonly keys: Set<string> }>();
  for (const ref of refs) {
    const name = `${ref.layer}\n${ref.track}`;
    const one = groups.get(name) ?? { ref, keys: new Set<string>() };
    one.keys.add(ref.key);
    groups.set(name, one);
  }
  const order = host.layers.order.filter((id) => refs.some((ref) => ref.layer === id));
  const found = [...groups.values()].flatMap(({ ref, keys }) => {
    const layer = member(host.layers.by, ref.layer);
    const track = layer && trackAt(project, layer, ref.track);
    if (!layer || !track) return [];
    const { moments } = keyTimesOf(project, host, layer, track);
    return [{ layer, track, keys: keysOf(track.channel).filter((key) => keys.has(key.id)).map((key) => ({ ...key, on: moments(key.at)[0]?.from ?? unbent(layer, key.at) })) }];
  });
  const first = Math.min(...found.flatMap(({ keys }) => keys.map((key) => key.on)));
  const tracks = found.map(({ layer, track, keys }) => ({
    layer: order.indexOf(layer.id), channel: track.address, type: track.spec.type, ...rulesOf(track),
    // Keys that the layer's own timing bends are copied as they are spaced among each other, from where the first one is met.
    keys: keys.map(({ id: _id, on: _on, ...key }) => ({ ...key, at: keys[0]!.on - first + key.at - keys[0]!.at })),
  }));
  const presets = presetsOf(project, found.map(({ track, keys }) => ({ type: track.spec.type, channel: track.channel!, only: new Set(keys.map(({ id }) => id)) })));
  return { format: 'oak-tumble/keys', rate: host.rate, first, ...(presets.length > 0 ? { presets } : {}), tracks };
}

/** Rules that are other than those of a new channel. */
function rulesOf({ channel }: Track): { readonly rules?: ClipRules } {
  const { before, after, repeats, closed } = channel!;
  const rules = { ...(before === 'hold' ? {} : { before }), ...(after === 'hold' ? {} : { after }), ...(repeats === null ? {} : { repeats }), ...(closed ? { closed } : {}) };
  return Object.keys(rules).length === 0 ? {} : { rules };
}

export type KeysPasting = {
  /** Where the earliest key goes; null: where it was. */
  readonly frame: Frames | null;
  /** On each further layer of the list so many frames later. */
  readonly apart?: Frames;
  /** As they are, or as change from what the track shows where the first of its keys goes: all of them, or places and turns alone. */
  readonly as?: 'values' | 'change' | 'places';
  /** What is taken as change begins where the layer stands then, or settles there. */
  readonly stands?: 'begins' | 'settles';
  /** In which order layers come: as rows do, or as they are given. */
  readonly inTurn?: 'rows' | 'given';
  readonly newId: () => string;
};

/**
 * Puts copied keys on layers. Keys of one layer go to every layer that has such a channel; keys of several go to as many, in order. A
 * channel that had no keys takes over what the copied one does outside of them. What no layer has is named.
 */
export function pasteKeys(project: Project, compositionId: string, layers: readonly string[], clip: KeysClip, { frame, apart = 0, as = 'values', stands = 'begins', inTurn = 'rows', newId }: KeysPasting): (Draft & { readonly made: readonly KeyRef[]; readonly told?: string }) | null {
  const host = member(project.compositions.by, compositionId);
  if (!host) return null;
  const factor = ratio(clip.rate, host.rate);
  const from = frame ?? rescaled(clip.first ?? 0, factor);
  const targets = (inTurn === 'rows' ? host.layers.order.filter((id) => layers.includes(id)) : [...new Set(layers)]).filter((id) => reachLayer(project, compositionId, id));
  const several = new Set(clip.tracks.map((track) => track.layer)).size > 1;
  const patches: Patch[] = [];
  const made: KeyRef[] = [];
  const lost = new Set<string>();
  for (const track of clip.tracks) {
    let went = 0;
    for (const id of several ? targets.slice(track.layer, track.layer + 1) : targets) {
      const target = reach(project, compositionId, { layer: id, track: track.channel });
      if (!target || target.track.spec.type !== track.type) continue;
      went++;
      const { layer, track: found } = target;
      const path = trackPath(compositionId, id, found);
      const times = keyTimesOf(project, host, layer, found);
      const start = times.at(from + targets.indexOf(id) * apart);
      const byId = Object.fromEntries(track.keys.map((key, k) => [k, { joined: false, ...key, id: String(k) }]));
      const landed = rescaleChannel({ ...restingChannel(found), keys: byId }, factor, found.spec.unit === 'frames');
      const stood = stands === 'begins' ? '0' : String(track.keys.length - 1);
      const now = (as === 'change' || (as === 'places' && PLACES.has(found.address))) && track.keys.length > 0 ? sampleChannel(found.channel, found.spec, landed.keys[stood]!.at + start) : null;
      const added = track.keys.map((_, k) => {
        const key = landed.keys[k]!;
        return { ...key, ...(now === null ? {} : changed(key, landed.keys[stood]!.value, now)), id: newId(), at: key.at + start };
      });
      made.push(...added.map((key): KeyRef => ({ layer: id, track: found.address, key: key.id })));
      if (!found.channel) patches.push(patchOf(path, undefined, { ...restingChannel(found), ...track.rules, keys: Object.fromEntries(added.map((key) => [key.id, key])) }));
      else {
        for (const key of added) {
          const there = keyAt(keysOf(found.channel), key.at);
          if (there) patches.push(patchOf([...path, 'keys', there.id], storedKey(found, there), undefined));
          patches.push(patchOf([...path, 'keys', key.id], undefined, storedKey(found, key)));
        }
        // A track that has motion of its own keeps what that does outside.
        if (found.operator === null && !hasKeys(found.channel)) for (const [rule, value] of Object.entries(track.rules ?? {})) patches.push(patchOf([...path, rule], found.channel[rule as keyof Channel], value));
      }
    }
    if (went === 0) lost.add(track.channel);
  }
  if (patches.length === 0) return null;
  const brought = bringPresets(project, clip.presets ?? [], newId);
  const told = [...(lost.size > 0 ? [`Left out, for nothing selected has it: ${[...lost].join(', ')}.`] : []), ...saidOf(brought.names)].join(' ');
  const label = `Paste ${count(made.length, 'key')}${as === 'values' ? '' : ' as change'}${apart === 0 ? '' : `, ${apart} frames apart`}`;
  return { event: 'keys.paste', label, made, patches: [...patches, ...brought.patches], ...(told === '' ? {} : { told }) };
}

/** Tracks in which layers stand apart from each other: taken as they are they would all come to lie on one another. */
const PLACES: ReadonlySet<string> = new Set(['x', 'y', 'position', 'rotation']);

/** A key with what it differs from the one that stands, over what is shown: numbers, points and colours; what cannot be added stays as it is. */
function changed(key: Channel['keys'][string], stood: unknown, now: unknown): object {
  const over = (value: unknown): unknown => {
    if (typeof value === 'number') return tidy((now as number) + value - (stood as number));
    const flat = (one: unknown): one is readonly number[] => Array.isArray(one) && one.every((part) => typeof part === 'number');
    return flat(value) && flat(stood) && flat(now) ? value.map((part, c) => tidy(now[c]! + part - stood[c]!)) : value;
  };
  return { value: over(key.value), ...((key.arrives ?? null) === null ? {} : { arrives: over(key.arrives) }) };
}

/** Keys as a table for a sheet: a row each, with layer, track, frame, seconds and value. */
export function keysTable(project: Project, compositionId: string, refs: readonly KeyRef[]): string | null {
  const groups = byTrack(project, compositionId, refs, true);
  if (groups.length === 0) return null;
  const cell = (value: unknown) => (typeof value === 'string' ? value.replace(/[\t\n\r]+/g, ' ') : typeof value === 'number' ? String(value) : JSON.stringify(value));
  const rows = groups.flatMap((group) => chosenOf(group).map((key) => {
    const moment = momentOf(group, key.at);
    return [group.layer.name, group.track.spec.label, moment, Math.round((moment / framesPerSecond(group.composition.rate)) * 1e6) / 1e6, key.value].map(cell).join('\t');
  }));
  return [['Layer', 'Track', 'Frame', 'Seconds', 'Value'].join('\t'), ...rows].join('\n');
}
