import { compile, fail, type Around, type Compiled, type Fault, type FormulaMoment, type Moves, type NodeOf, type Outcome, type Reached } from '../../formulas';
import { channelAt, inOrder, inTime, type Asset, type Composition, type Layer, type Project } from '../../model';
import { convertExactly, dust, type Frames, type Rate } from '../../time';
import { operatorOf, type Driven, type OperatorContext, type OperatorFields, type OperatorNode } from '../../timing';
import { keyTimesOf } from '../key-times';
import { timingOf } from '../layer-timing';
import { placeNow, inPlace } from '../place';
import { channelSampler, sampleChannel } from '../prepared-channel';
import { assetOf, compositionOf, sourceOf } from '../source';
import { sourcesOf } from '../rings';
import { hasKeys, ownTracks, trackAt, type Track } from '../tracks';
import { placeInside } from '../values';
import { remembered, settled, type Remembered } from './deep-values';
import { liveFormulas } from './live-formulas';
import { dialAddress, dialsNeeded, edgesThrough, keyOf, ringFrom, ringsAmong, type Edge } from './formula-rings';
import { kindOf, measureOf, resolve, type Resolved } from './resolve';

/** A formula in its place, made ready once: what it gives, or what is wrong with it. */
export type Drive = {
  readonly layer: Layer;
  /** The track that it drives; null for a time or a number of an operator. */
  readonly track: (Pick<Track, 'address' | 'spec'> & { readonly channel: NonNullable<Track['channel']> }) | null;
  readonly operator: { readonly id: string; readonly field: string } | null;
  readonly text: string;
  /** What it reads of other tracks. */
  readonly reads: readonly Edge[];
  /** What is wrong with it, or null. A ring is told by the names that it goes through. */
  readonly fault: () => Fault | null;
  readonly ring: () => readonly string[] | null;
  readonly moves: Moves;
  /** What it comes to at a frame of its composition, in the place that is asked in: the keyed value where it is wrong, or no number. */
  readonly at: (frame: Frames) => unknown;
  /** The same at a time from where the layer begins, for those that ask every frame. */
  readonly sample: (x: Frames) => unknown;
  /** The same without falling back, for whoever looks for what is no number. */
  readonly raw: (frame: Frames) => unknown;
  /** The same as others read it: remembered for other times. */
  readonly remembered: Remembered;
};

/** The formulas of a composition, made ready together. */
export type Drives = {
  readonly all: () => readonly Drive[];
  /** The formula of a track that counts, or null. */
  readonly of: (layer: Layer, address: string) => Drive | null;
  /** How what a track's formula gives moves, as far as that is known while formulas are made ready; null where it has none. */
  readonly movesOf: (layer: Layer, address: string) => Moves | null;
  /** The formula of a track as it would be with another text. */
  readonly tried: (layer: Layer, track: Track, text: string) => Drive;
  /** What a part of such a formula comes to, of whatever kind: for whoever points at it. */
  readonly part: (layer: Layer, track: Track, text: string) => Drive;
  /** The same of a field of an operator. */
  readonly triedOn: (layer: Layer, node: OperatorNode, field: string, text: string) => Drive;
  /** The time that an operator gives by a formula, in frames of a side; null while it is wrong. */
  readonly driven: (layer: Layer, node: OperatorNode, side: OperatorContext['on']) => Driven | null;
  /** The numbers of an operator that are formulas, as they are in this place; null while one is wrong. */
  readonly numbers: (layer: Layer, node: OperatorNode, side: OperatorContext['on']) => Readonly<Record<string, number>> | null;
};

type Known = { /** The project that it was asked in last. */ project: Project; readonly behind: readonly (Composition | Asset | null)[]; readonly drives: Drives };
const known = new WeakMap<Composition, Known>();

/** The formulas of a composition; the same as long as neither it nor what its nests show is changed. */
export function drivesIn(project: Project, host: Composition): Drives {
  const found = known.get(host);
  // It is asked for every value: in the same project there is nothing to compare.
  if (found?.project === project) return found.drives;
  const behind = behindOf(project, host);
  if (found && found.behind.length === behind.length && found.behind.every((one, i) => one === behind[i])) {
    found.project = project;
    return found.drives;
  }
  const drives = prepare(project, host);
  known.set(host, { project, behind, drives });
  return drives;
}

/** Everything that a composition shows, however deep. */
function behindOf(project: Project, host: Composition): readonly (Composition | Asset | null)[] {
  const all: (Composition | Asset | null)[] = [];
  const seen = new Set<string>([host.id]);
  const waiting = [...sourcesOf(host)];
  for (let id = waiting.pop(); id !== undefined; id = waiting.pop()) {
    if (seen.has(id)) continue;
    seen.add(id);
    const inside = compositionOf(project, id);
    all.push(inside ?? assetOf(project, id));
    if (inside) waiting.push(...sourcesOf(inside));
  }
  return all;
}

function prepare(project: Project, host: Composition): Drives {
  const byKey = new Map<string, Drive>();
  const making = new Set<string>();
  const live = (layer: Layer, address: string) => liveFormulas(layer).tracks.find(({ track }) => track.address === address);
  let rings: ReadonlyMap<string, readonly string[]> | null = null;
  const ringOf = (key: string) => (rings ??= ringsAmong(project, host, self)).get(key) ?? null;

  const once = (key: string, make: () => Drive): Drive => {
    let drive = byKey.get(key);
    if (!drive) {
      making.add(key);
      byKey.set(key, (drive = make()));
      making.delete(key);
    }
    return drive;
  };

  const self: Drives = {
    all: () => inOrder(host.layers).flatMap((layer) => {
      const { tracks, operators } = liveFormulas(layer);
      return [...tracks.map(({ track }) => self.of(layer, track.address)!), ...operators.map(({ node, field, is }) => operatorDrive(layer, node, field, is))];
    }),
    of(layer, address) {
      const found = live(layer, address);
      const key = keyOf(host, layer, address);
      return found ? once(key, () => trackDrive(layer, found.track, found.text, () => ringOf(key))) : null;
    },
    tried(layer, track, text) {
      const reads: Edge[] = [];
      const start = keyOf(host, layer, track.address);
      return trackDrive(layer, { ...track, channel: track.channel ?? channelAt(track.spec.start) }, text, constantly(() => ringFrom(project, start, `${layer.name}.${track.spec.label.toLowerCase()}`, reads)), reads);
    },
    part: (layer, track, text) => trackDrive(layer, { ...track, channel: track.channel ?? channelAt(track.spec.start) }, text, () => null, [], true),
    triedOn(layer, node, field, text) {
      const is = (operatorOf(node.op)!.fields as OperatorFields)[field]!.holds === 'formula' ? 'time' : 'number';
      const reads: Edge[] = [];
      const start = keyOf(host, layer, `op:${node.id}.${field}`);
      return operatorText(layer, node, field, is, homeOf(project, host, layer, node), text, constantly(() => ringFrom(project, start, `${layer.name}'s timing`, reads)), reads);
    },
    movesOf(layer, address) {
      if (!live(layer, address)) return null;
      // In a ring there is no end to it, and a long chain is not followed to its.
      if (making.has(keyOf(host, layer, address)) || chain >= LONGEST_CHAIN) return 'in time';
      chain++;
      try {
        return self.of(layer, address)!.moves;
      } finally {
        chain--;
      }
    },
    driven(layer, node, side) {
      const live = liveFormulas(layer).operators.find((one) => one.node.id === node.id && one.is === 'time');
      if (!live) return null;
      const drive = operatorDrive(layer, node, live.field, 'time', side);
      const hosted = hostedBy.get(drive) ?? false;
      const [num, den] = ratesOf(layer, side).own;
      return { hosted, at: (x, frame) => {
        if (drive.fault()) return x;
        const seconds = (sides.get(drive)!)(x, frame) as number;
        return Number.isFinite(seconds) ? (seconds * num) / den : x;
      } };
    },
    numbers(layer, node, side) {
      const found: Record<string, number> = {};
      for (const live of liveFormulas(layer).operators) {
        if (live.node.id !== node.id || live.is !== 'number') continue;
        const drive = operatorDrive(layer, node, live.field, 'number', side);
        const value = drive.fault() ? NaN : (drive.raw(0) as number);
        if (!Number.isFinite(value)) return null;
        found[live.field] = value;
      }
      const faults = operatorOf(node.op)?.faults as ((params: object) => readonly unknown[]) | undefined;
      return faults && faults({ ...node, ...found }).length > 0 ? null : found;
    },
  };
  return self;

  function ratesOf(layer: Layer, side: OperatorContext['on']): { readonly own: Rate } {
    return { own: side === 'keys' ? host.rate : (sourceOf(project, host, layer)?.rate ?? host.rate) };
  }

  /** What every formula of a layer has around it. */
  function around(layer: Layer, reads: Edge[], onHost: () => void): Pick<Around, 'rate' | 'tempo' | 'name' | 'reach' | 'layers' | 'marker' | 'markerAt' | 'placeNow' | 'onHost'> {
    const markers = inTime(layer.markers);
    const [num, den] = host.rate;
    const timeOf = (at: Frames) => ((at - layer.start) * den) / num;
    return {
      rate: host.rate, tempo: host.tempo, name: host.name, onHost, placeNow,
      layers: () => inOrder(host.layers).map(({ name }) => name),
      markerAt: (n) => { const found = markers[Math.round(n) - 1]; return found ? timeOf(found.at) : NaN; },
      marker(which, place) {
        const found = typeof which === 'number' ? markers[which - 1] : markers.find(({ name }) => name === which);
        if (found) return timeOf(found.at);
        if (typeof which === 'number') return fail(place, `“${layer.name}” has ${markers.length === 0 ? 'no markers' : markers.length === 1 ? 'one marker' : `${markers.length} markers`}, and no number ${which}.`, {});
        const named = markers.map(({ name }) => name).filter((name) => name !== '');
        return fail(place, `“${layer.name}” has no marker called “${which.slice(0, 60)}”${named.length === 0 ? '.' : `; its markers are ${named.slice(0, 5).map((name) => `“${name}”`).join(', ')}.`}`, { marker: which });
      },
      reach: (path) => reach(layer, path, reads, onHost),
    };
  }

  /** A track that a formula of a layer reads. */
  function reach(owner: Layer, path: NodeOf<'path'>, reads: Edge[], onHost: () => void): Reached {
    const found = resolve(project, host, owner, path);
    if (found.through.some(({ host: one }) => one.id === found.host.id) || (found.through.length > 0 && found.host.id === host.id)) fail(path, `${found.host.name} shows itself, and cannot be read through itself.`);
    const { through, rest } = found;
    const inner = through.length === 0 ? self : drivesIn(project, found.host);
    const asked = tracksAsked(found);
    for (const { track } of asked) reads.push(...edgesThrough(project, host, found, track));
    const parts = asked.map(({ track, part }) => {
      const one = reader(found.host, found.layer, track, inner);
      return { ...one, read: part === null ? one.read : (frame: Frames) => (one.read(frame) as readonly number[])[part] };
    });
    const moves: Moves = parts.some((one) => one.moves === 'in time') || (through.length > 0 && parts.some((one) => one.moves !== 'never')) ? 'in time' : parts.some((one) => one.moves === 'in place') ? 'in place' : 'never';
    const first = parts[0]!;
    const value = parts.length === 1 ? first.read : (frame: Frames) => parts.map((one) => one.read(frame));
    if (moves !== 'never') onHost();
    // Which dials it needs is known once all formulas can be read.
    const needed = constantly(() => dialsNeeded(project, through, asked.map(({ track }) => ({ host: found.host, layer: found.layer, address: track.address, name: '' }))));
    const read = through.reduceRight<(frame: Frames) => unknown>((ask, { host: outer, nest }, i) => (frame) => throughNest(outer, nest, frame, ask, needed()[i]!), value);
    return { kind: parts.length > 1 ? 'point' : asked[0]!.part !== null ? 'number' : first.kind, measure: parts.length > 1 || asked[0]!.part !== null ? 'plain' : first.measure, moves, read, rest };
  }

  /** Asks inside a nest, at the time that it shows at a frame (while it shows nothing, its nearest one) and with the dials that it gives. */
  function throughNest(outer: Composition, nest: Layer, frame: Frames, ask: (frame: Frames) => unknown, needed: ReadonlySet<string>): unknown {
    const { stack, source } = timingOf(project, outer, nest);
    if (!source) return ask(0);
    const shown = stack.content.at(frame);
    let at = shown >= source.D ? Math.max(0, source.D - 1) : shown >= 0 ? shown : 0;
    if (nest.sampling === 'whole') at = Math.min(Math.max(0, source.D - 1), Math.floor(at + 1e-6));
    return inPlace(placeInside(project, outer, nest, frame, needed), () => ask(dust(at + source.offset)));
  }

  /** How a track is read at a frame: what it is given from outside, what its formula gives, or what its keys do. */
  function reader(in_: Composition, layer: Layer, track: Track, drives: Drives) {
    const { spec, channel } = track;
    const isDial = layer.kind === 'dials' || track.path[0] === 'dials';
    const driven = drives.movesOf(layer, track.address);
    const isPublic = layer.kind === 'dials' && inOrder(layer.dials).some((dial) => dial.id === track.path[2] && dial.public);
    // What another formula gives is asked when it is needed: while formulas are made ready nobody knows which of them need themselves.
    const moves: Moves = driven === 'in time' || (driven === null && channel && hasKeys(channel)) ? 'in time' : driven !== null || isPublic ? 'in place' : 'never';
    let sample: ((frame: Frames) => unknown) | null = null;
    const keyed = (frame: Frames): unknown => {
      if (!sample) {
        const times = channel ? keyTimesOf(project, in_, layer, track) : null;
        const sampler = channel ? channelSampler(channel, spec.type) : null;
        sample = sampler && times ? (at) => sampler(times.at(at)) : () => spec.start;
      }
      return sample(frame);
    };
    const drive = constantly(() => drives.of(layer, track.address)!.remembered);
    const own = driven !== null ? (frame: Frames) => drive().at(frame) : moves === 'never' || !channel || !hasKeys(channel) ? constantly(() => keyed(0)) : keyed;
    const address = layer.kind === 'dials' ? dialAddress(layer, track) : null;
    const given = isPublic && address ? (frame: Frames) => {
      const { dials } = placeNow();
      const value = dials.size === 0 ? undefined : dials.get(address);
      return value === undefined ? own(frame) : value;
    } : own;
    const unit: string = spec.unit;
    const [num, den] = in_.rate;
    const read = isDial && (unit === 'f' || unit === 'frames') ? (frame: Frames) => ((given(frame) as number) * den) / num : given;
    return { kind: kindOf(spec), measure: measureOf(spec, isDial), moves, read };
  }

  function trackDrive(layer: Layer, track: NonNullable<Drive['track']>, text: string, ring: Drive['ring'], reads: Edge[] = [], anyKind = false): Drive {
    const { channel, spec, address } = track;
    const isDial = layer.kind === 'dials' || spec.clock === 'source';
    // What a nest's dial is, is known with its source.
    const full = trackAt(project, layer, address) ?? (track as Track);
    let held: ((frame: Frames) => Frames) | null = null;
    const heldAt = (frame: Frames) => (held ??= heldBy())(frame);
    const heldBy = (): ((frame: Frames) => Frames) => { const { stack } = timingOf(project, host, layer); return stack.keySteps.length === 0 ? stack.keyEntry.at : stack.heldFor(address).at; };
    let times: ((frame: Frames) => Frames) | null = null;
    const sampler = channelSampler(channel, full.spec.type);
    const keyed = (frame: Frames) => sampler((times ??= keyTimesOf(project, host, layer, full).at)(frame));
    const moving = hasKeys(channel);
    // Without steps on keys their time is the layer's.
    let plain: boolean | null = null;
    const inStep = () => (plain ??= full.spec.clock === 'layer' && timingOf(project, host, layer).stack.keySteps.length === 0);
    const outcome = compile(text, {
      ...around(layer, reads, () => undefined),
      gives: { kind: anyKind ? null : kindOf(full.spec), measure: measureOf(full.spec, isDial), frames: !anyKind && full.spec.unit === 'frames' && !isDial },
      ownRate: host.rate, clockless: null,
      keyed: { kind: kindOf(full.spec), measure: measureOf(full.spec, isDial), at: moving ? (moment) => (inStep() ? sampler(moment.f) : keyed(moment.frame)) : constantly(() => sampleChannel(channel, full.spec, 0)), moves: moving ? 'in time' : 'never' },
      frameOf: ({ f }) => f + layer.start,
      momentAt: (f, { index, count }) => ({ frame: f + layer.start, f: heldAt(f + layer.start), index, count }),
    });
    const raw = (frame: Frames) => {
      const { index, count } = placeNow();
      return (outcome as { readonly formula: Compiled }).formula.run({ frame, f: heldAt(frame), index, count });
    };
    let tooMuch = false;
    let broken: boolean | null = null;
    const isBroken = () => (broken ??= !outcome.ok || ring() !== null);
    /** As others read it, in whose work what is put off is seen to. */
    const within = (frame: Frames) => {
      if (tooMuch || isBroken()) return keyed(frame);
      const value = raw(frame);
      return isGood(value) ? value : keyed(frame);
    };
    const at = (frame: Frames) => settled(() => within(frame), () => { tooMuch = true; return keyed(frame); });
    const { start } = layer;
    // Whether it works at all is found once; most formulas read no other, and nothing is put off for them.
    let works: boolean | null = null;
    let run: ((moment: FormulaMoment) => unknown) | null = null;
    let again: { -readonly [K in keyof FormulaMoment]: FormulaMoment[K] } | null = null;
    const sample = (x: Frames): unknown => {
      if (works === null) {
        works = outcome.ok && !ring() && reads.length === 0 && timingOf(project, host, layer).stack.keySteps.length === 0;
        if (outcome.ok) ({ run } = outcome.formula);
        if (outcome.ok && outcome.formula.forgets && !outcome.formula.counts) again = { frame: 0, f: 0, index: 0, count: 1 };
      }
      const frame = x + start;
      if (!works) return at(dust(frame));
      let value: unknown;
      if (again) {
        again.frame = frame;
        again.f = x;
        value = run!(again);
      } else {
        const { index, count } = placeNow();
        value = run!({ frame, f: x, index, count });
      }
      return (typeof value === 'number' ? value - value === 0 : isGood(value)) ? value : keyed(frame);
    };
    return {
      layer, track, operator: null, text, reads, at, sample, raw, remembered: remembered(within), moves: outcome.ok ? outcome.formula.moves : moving ? 'in time' : 'never',
      ring, fault: () => faultOf(outcome, ring(), text) ?? (tooMuch ? { from: 0, to: text.length, message: 'This is too much to be worked out: what it reads leads to millions of other values.' } : null),
    };
  }

  function operatorDrive(layer: Layer, node: OperatorNode, field: string, is: 'time' | 'number', side: OperatorContext['on'] = homeOf(project, host, layer, node)): Drive {
    const key = keyOf(host, layer, `op:${node.id}.${field}`);
    const text = liveFormulas(layer).operators.find((one) => one.node.id === node.id && one.field === field)!.text;
    return once(`${key} ${side}`, () => operatorText(layer, node, field, is, side, text, () => ringOf(key)));
  }

  function operatorText(layer: Layer, node: OperatorNode, field: string, is: 'time' | 'number', side: OperatorContext['on'], text: string, ring: Drive['ring'], reads: Edge[] = []): Drive {
    let hosted = false;
    const { own } = ratesOf(layer, side);
    const frames = is === 'number' && operatorOf(node.op)!.fields[field as never]?.['unit' as never] === ('frames' as never);
    // Where the host is at a time that comes in, as long as no other step bends it.
    const hostOf = (f: Frames) => convertExactly(f, own, host.rate) + layer.start;
    const outcome = compile(text, {
      ...around(layer, reads, () => (hosted = true)),
      gives: { kind: 'number', measure: 'plain', frames }, ownRate: own, keyed: null,
      clockless: is === 'number' ? 'a number of an operator is worked out once' : null,
      frameOf: ({ frame }) => frame, momentAt: (f, from) => (f === from.f ? from : { ...from, f, frame: hostOf(f) }),
    });
    const run = (x: Frames, frame: Frames): unknown => {
      if (!outcome.ok) return NaN;
      const { index, count } = placeNow();
      return settled(() => outcome.formula.run({ frame, f: x, index, count }), () => NaN);
    };
    const raw = (frame: Frames) => run(0, frame);
    const drive: Drive = {
      layer, track: null, operator: { id: node.id, field }, text, reads, at: raw, sample: raw, raw, remembered: remembered(raw), moves: outcome.ok ? outcome.formula.moves : 'never',
      ring, fault: () => faultOf(outcome, ring(), text),
    };
    hostedBy.set(drive, hosted);
    sides.set(drive, run);
    return drive;
  }
}

/** Formulas that are made ready within one another: which of them stand still is not followed further. */
const LONGEST_CHAIN = 30;
let chain = 0;

/** Operators' formulas that read the host's clock. */
const hostedBy = new WeakMap<Drive, boolean>();
const sides = new WeakMap<Drive, (x: Frames, frame: Frames) => unknown>();

/** The side that an operator acts on, where it is told once for both. */
function homeOf(project: Project, host: Composition, layer: Layer, node: OperatorNode): OperatorContext['on'] {
  return node.on ?? (sourceOf(project, host, layer) ? 'content' : 'keys');
}

function faultOf(outcome: Outcome, ring: readonly string[] | null, text: string): Fault | null {
  if (!outcome.ok) return outcome.fault;
  return ring ? { from: 0, to: text.length, message: `This formula needs its own value: ${ring.join(' → ')}.` } : null;
}

/** A value that can be shown: numbers must be numbers. */
export function isGood(value: unknown): boolean {
  if (typeof value === 'number') return Number.isFinite(value);
  if (Array.isArray(value) && value.length === 2) return (value[0] as number) - (value[0] as number) === 0 && (value[1] as number) - (value[1] as number) === 0;
  if (Array.isArray(value)) return value.every((one) => typeof one !== 'number' || Number.isFinite(one));
  return true;
}

function constantly<T>(find: () => T): () => T {
  let [asked, value]: [boolean, T | null] = [false, null];
  return () => {
    if (!asked) [asked, value] = [true, find()];
    return value as T;
  };
}

/** The tracks that a path asks for: one, or both numbers of a place that is read as a point. */
function tracksAsked({ layer, track, part }: Resolved): readonly { readonly track: Track; readonly part: 0 | 1 | null }[] {
  const of = (address: string) => ownTrack(layer, address);
  if (track) return [{ track, part: null }];
  if (part === 'both') return [{ track: of('x'), part: null }, { track: of('y'), part: null }];
  return [{ track: of('position'), part: part === 'x' ? 0 : 1 }];
}

function ownTrack(layer: Layer, address: string): Track {
  return ownTracks(layer).find((one) => one.address === address)!;
}
