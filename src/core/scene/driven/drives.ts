import type { Fault, Moves } from '../../formulas';
import { channelAt, inOrder, type Composition, type Layer, type Project } from '../../model';
import type { Frames } from '../../time';
import { operatorOf, type Driven, type OperatorContext, type OperatorNode } from '../../timing';
import { behind, type Behind } from '../behind';
import type { KeyClock, KeyTimes } from '../key-times';
import type { LayerTiming } from '../layer-timing';
import type { Place } from '../place';
import type { Track } from '../tracks';
import { constantly } from './constantly';
import { sharedRows, type Remembered, type SharedRows } from './deep-values';
import { keyOf, ringFrom, ringsAmong, type Edge } from './formula-rings';
import { liveFormulas } from './live-formulas';
import { homeOf, operatorDrive, rateOf, type OperatorDrive } from './operator-drive';
import { trackDrive } from './track-drive';

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

/** What formulas ask of the scene: other formulas, when things happen, and where they are asked. */
export type Ask = {
  readonly drivesIn: (project: Project, host: Composition) => Drives;
  readonly timingOf: (project: Project, host: Composition, layer: Layer) => LayerTiming;
  readonly keyTimesOf: (project: Project, host: Composition, layer: Layer, track: KeyClock) => KeyTimes;
  readonly placeInside: (project: Project, host: Composition, nest: Layer, frame: Frames, only?: ReadonlySet<string>) => Place;
};

/** Where formulas are made ready: their composition, and all of its formulas. */
export type Ground = { readonly project: Project; readonly host: Composition; readonly drives: Drives; readonly ask: Ask; /** Values that others read at other times. */ readonly rows: SharedRows };

type Known = { /** The project that it was asked in last. */ project: Project; readonly behind: Behind; readonly drives: Drives };
const known = new WeakMap<Composition, Known>();

/** The formulas of a composition, made ready; the same as long as neither it nor what its nests show is changed. */
export function preparedDrives(project: Project, host: Composition, ask: Ask): Drives {
  const found = known.get(host);
  // It is asked for every value: in the same project there is nothing to compare.
  if (found?.project === project) return found.drives;
  const all = behind(project, host);
  if (found && found.behind === all) {
    found.project = project;
    return found.drives;
  }
  const drives = prepare(project, host, ask);
  known.set(host, { project, behind: all, drives });
  return drives;
}

function prepare(project: Project, host: Composition, ask: Ask): Drives {
  const byKey = new Map<string, Drive>();
  const making = new Set<string>();
  const live = (layer: Layer, address: string) => liveFormulas(layer).tracks.find(({ track }) => track.address === address);
  let rings: ReadonlyMap<string, readonly string[]> | null = null;
  const ringOf = (key: string) => (rings ??= ringsAmong(ask, project, host, self)).get(key) ?? null;

  const once = (key: string, make: () => Drive): Drive => {
    let drive = byKey.get(key);
    if (!drive) {
      making.add(key);
      byKey.set(key, (drive = make()));
      making.delete(key);
    }
    return drive;
  };

  const operators = new Map<string, OperatorDrive>();
  const operatorAt = (layer: Layer, node: OperatorNode, field: string, side = homeOf(project, host, layer, node)): OperatorDrive => {
    const key = keyOf(host, layer, `op:${node.id}.${field}`);
    let drive = operators.get(`${key} ${side}`);
    if (!drive) {
      const { text } = liveFormulas(layer).operators.find((one) => one.node.id === node.id && one.field === field)!;
      operators.set(`${key} ${side}`, (drive = operatorDrive(ground, { layer, node, field, side }, text, () => ringOf(key))));
    }
    return drive;
  };

  const self: Drives = {
    all: () => inOrder(host.layers).flatMap((layer) => {
      const { tracks, operators } = liveFormulas(layer);
      return [...tracks.map(({ track }) => self.of(layer, track.address)!), ...operators.map(({ node, field }) => operatorAt(layer, node, field))];
    }),
    of(layer, address) {
      const found = live(layer, address);
      const key = keyOf(host, layer, address);
      return found ? once(key, () => trackDrive(ground, layer, found.track, found.text, () => ringOf(key))) : null;
    },
    tried(layer, track, text) {
      const reads: Edge[] = [];
      const start = keyOf(host, layer, track.address);
      return trackDrive(ground, layer, { ...track, channel: track.channel ?? channelAt(track.spec.start) }, text, constantly(() => ringFrom(ask, project, start, `${layer.name}.${track.spec.label.toLowerCase()}`, reads)), reads);
    },
    part: (layer, track, text) => trackDrive(ground, layer, { ...track, channel: track.channel ?? channelAt(track.spec.start) }, text, () => null, [], true),
    triedOn(layer, node, field, text) {
      const reads: Edge[] = [];
      const start = keyOf(host, layer, `op:${node.id}.${field}`);
      return operatorDrive(ground, { layer, node, field, side: homeOf(project, host, layer, node) }, text, constantly(() => ringFrom(ask, project, start, `${layer.name}'s timing`, reads)), reads);
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
      const drive = operatorAt(layer, node, live.field, side);
      const [num, den] = rateOf(project, host, layer, side);
      return { hosted: drive.hosted, at: (x, frame) => {
        if (drive.fault()) return x;
        const seconds = drive.run(x, frame) as number;
        return Number.isFinite(seconds) ? (seconds * num) / den : x;
      } };
    },
    numbers(layer, node, side) {
      const found: Record<string, number> = {};
      for (const live of liveFormulas(layer).operators) {
        if (live.node.id !== node.id || live.is !== 'number') continue;
        const drive = operatorAt(layer, node, live.field, side);
        const value = drive.fault() ? NaN : (drive.raw(0) as number);
        if (!Number.isFinite(value)) return null;
        found[live.field] = value;
      }
      const faults = operatorOf(node.op)?.faults as ((params: object) => readonly unknown[]) | undefined;
      return faults && faults({ ...node, ...found }).length > 0 ? null : found;
    },
  };
  const ground: Ground = { project, host, drives: self, rows: sharedRows(), ask };
  return self;
}

/** Formulas that are made ready within one another: which of them stand still is not followed further. */
const LONGEST_CHAIN = 30;
let chain = 0;
