import { boundsOf, type Bounds, type Colour, type Group, type Ink, type Item, type Matrix, type Outline, type Stroke, type Wash } from '../display';
import { setText, type FaceLookup } from '../lettering';
import { isPlain, packPlain, samplePlain } from '../keys';
import { FILL, inOrder, KINDS, type Channel, type ChannelSpec, type Layer, type LayerOf, POSE, STOP, STROKE } from '../model';
import type { Frames } from '../time';
import { prepareFinish, type LayerFinish } from './finish';
import { channelSampler, canChange, scalarCurve } from './prepared-channel';
import { drawnPath, ellipse, polygon, rectangle, type PathValue } from './shape-outline';
import { channelRecords } from './tracks';
import { trimOutline } from './trim-outline';

/** What a layer paints at a time of its channels, and the box around it in its own space (null for nothing to see). */
export type LayerContent = { readonly items: readonly Item[]; readonly bounds: Bounds | null };

/** A layer whose channels are ready to be sampled; made once per edit of the layer. */
export type PreparedLayer = {
  /** From the layer's own space to its parent's. */
  readonly matrix: (x: Frames) => Matrix;
  /** 0 … 1. */
  readonly opacity: (x: Frames) => number;
  /** Shapes and text alone: other kinds get their content from elsewhere. */
  readonly content: (x: Frames, faces: FaceLookup) => LayerContent;
  /** Its masks and effects; null where it has none. */
  readonly finish: ((x: Frames) => LayerFinish) | null;
  /** What it gave last, to be given again when nothing has changed. */
  last: Group | Wash | null;
};

const remembered = new WeakMap<Layer, PreparedLayer>();

export function prepareLayer(layer: Layer): PreparedLayer {
  let prepared = remembered.get(layer);
  if (!prepared) remembered.set(layer, (prepared = prepare(layer)));
  return prepared;
}

type Channels = Readonly<Record<string, Channel | undefined>>;
type Numbers = (x: Frames) => number;

function prepare(layer: Layer): PreparedLayer {
  const channels = layer.channels as Channels;
  return {
    matrix: prepareMatrix(channels),
    opacity: prepareOpacity(channels['opacity']),
    finish: prepareFinish(layer),
    last: null,
    content: layer.kind === 'shape' || layer.kind === 'text' ? prepareContent(layer) : nothing,
  };
}

const NOTHING: LayerContent = { items: [], bounds: null };
const nothing = () => NOTHING;

function numberOf(channel: Channel | undefined, spec: ChannelSpec): Numbers {
  if (!channel) return () => spec.start as number;
  if (!canChange(channel)) return () => channel.value as number;
  return channelSampler(channel, 'N') as Numbers;
}

function prepareOpacity(channel: Channel | undefined): Numbers {
  const kept = (value: number) => Math.min(1, Math.max(0, value / 100));
  if (!canChange(channel)) {
    const still = kept((channel?.value as number | undefined) ?? POSE.opacity.start);
    return () => still;
  }
  const curve = scalarCurve(channel!);
  if (curve && isPlain(curve)) return plainOpacity(packPlain([], [curve]));
  const sample = channelSampler(channel!, 'N') as Numbers;
  return (x) => kept(sample(x));
}

/** It lies beside the numbers of the pose, which are asked for just before. */
function plainOpacity({ pack, base }: ReturnType<typeof packPlain>): Numbers {
  return (x) => {
    samplePlain(pack, base, FIRST, x, opacity);
    return Math.min(1, Math.max(0, opacity[0]! / 100));
  };
}
const FIRST = [0];
const opacity = new Float64Array(1);

const NONE: readonly { readonly slot: number; readonly sample: Numbers }[] = [];

/** Where each number of a pose lies among the others. */
const SLOTS = ['x', 'y', 'scaleX', 'scaleY', 'rotation', 'skew', 'pivotX', 'pivotY'] as const;

/** The numbers of the pose that is being worked out. */
const numbers = new Float64Array(SLOTS.length);

/** move(x, y) · turn · lean · size · move(−pivot), as document.md orders it. */
function prepareMatrix(channels: Channels): (x: Frames) => Matrix {
  const resting = SLOTS.map((name) => (channels[name]?.value as number | undefined) ?? POSE[name].start);
  // What rests is read once; only what moves is asked again.
  const moving = SLOTS.flatMap((name, slot) => (canChange(channels[name]) ? [{ slot, channel: channels[name]! }] : []));
  const place = channels['position'] ? (channelSampler(channels['position'], 'P') as (x: Frames) => readonly number[]) : null;
  if (moving.length === 0 && !canChange(channels['position'])) {
    const still = poseMatrix(Float64Array.from(resting), place ? place(0) : null);
    return () => still;
  }
  const scalars = moving.map(({ slot, channel }) => ({ slot, channel, curve: scalarCurve(channel) }));
  const plain = scalars.filter(({ curve }) => curve && isPlain(curve));
  const others = plain.length === scalars.length ? NONE : scalars.filter((one) => !plain.includes(one)).map(({ slot, channel }) => ({ slot, sample: channelSampler(channel, 'N') as Numbers }));
  const slots = plain.map(({ slot }) => slot);
  const { pack, base } = packPlain(resting, plain.map(({ curve }) => curve!));
  return (t) => {
    for (let i = 0; i < SLOTS.length; i++) numbers[i] = pack[base + i]!;
    samplePlain(pack, base + SLOTS.length, slots, t, numbers);
    for (let i = 0; i < others.length; i++) numbers[others[i]!.slot] = others[i]!.sample(t);
    return poseMatrix(numbers, place ? place(t) : null);
  };
}

function poseMatrix(numbers: Float64Array, place: readonly number[] | null): Matrix {
  const sx = numbers[2]! / 100;
  const sy = numbers[3]! / 100;
  const turn = numbers[4]!;
  const skew = numbers[5]!;
  const px = numbers[6]!;
  const py = numbers[7]!;
  const radians = (turn * Math.PI) / 180;
  const cos = turn === 0 ? 1 : Math.cos(radians);
  const sin = turn === 0 ? 0 : Math.sin(radians);
  const lean = skew === 0 ? 0 : Math.tan((skew * Math.PI) / 180);
  const a = cos * sx;
  const b = sin * sx;
  const c = (cos * lean - sin) * sy;
  const d = (sin * lean + cos) * sy;
  return [a, b, c, d, (place ? place[0]! : numbers[0]!) - a * px - c * py, (place ? place[1]! : numbers[1]!) - b * px - d * py];
}

type Drawn = LayerOf<'shape'> | LayerOf<'text'>;

function prepareContent(layer: Drawn): PreparedLayer['content'] {
  return contentMoves(layer) ? drawing(layer) : stillContent(layer);
}

function drawing(layer: Drawn): PreparedLayer['content'] {
  return layer.kind === 'shape' ? prepareShape(layer) : prepareText(layer);
}

/** Whether anything but its pose can change what a layer shows. */
function contentMoves(layer: Drawn): boolean {
  return channelRecords(layer).some((channels) => Object.entries(channels).some(([name, channel]) => canChange(channel) && !(channels === layer.channels && Object.hasOwn(POSE, name))));
}

/**
 * A layer that nothing but its pose can change draws the same content, as one object, for ever. What it was drawn with is let go: of thousands of
 * layers, what each frame asks for lies close together in memory.
 */
function stillContent(layer: Drawn): PreparedLayer['content'] {
  let drawnWith: FaceLookup | null = null;
  let content = NOTHING;
  return (x, faces) => {
    if (drawnWith !== faces) [drawnWith, content] = [faces, drawing(layer)(x, faces)];
    return content;
  };
}

function prepareShape(layer: LayerOf<'shape'>): PreparedLayer['content'] {
  const outline = prepareOutline(layer);
  const { fill, stroke, trim } = prepareInks(layer);
  return (x) => {
    const { path, bounds } = outline(x);
    return { items: marks(path, layer.rule, fill(x), stroke(x), trim(x)), bounds };
  };
}

function prepareOutline(layer: LayerOf<'shape'>): (x: Frames) => { readonly path: Outline; readonly bounds: Bounds | null } {
  const channels = layer.channels as Channels;
  const at = (name: 'width' | 'height' | 'corner' | 'sides' | 'inner') => numberOf(channels[name], KINDS.shape[name]);
  const [width, height, corner, sides, inner] = [at('width'), at('height'), at('corner'), at('sides'), at('inner')];
  const drawn = channels['outline'] ? channelSampler(channels['outline'], 'S') : () => KINDS.shape.outline.start;
  const corners = (x: Frames) => Math.min(64, Math.max(3, sides(x)));
  const draw = (x: Frames): Outline => {
    switch (layer.shape) {
      case 'rectangle': return rectangle(width(x), height(x), corner(x));
      case 'ellipse': return ellipse(width(x), height(x));
      case 'polygon': return polygon(width(x), height(x), corners(x), null);
      case 'star': return polygon(width(x), height(x), corners(x), inner(x) / 100);
      case 'path': return drawnPath(drawn(x) as PathValue);
    }
  };
  const both = (x: Frames) => {
    const path = draw(x);
    return { path, bounds: boundsOf(path) };
  };
  const geometry = ['width', 'height', 'corner', 'sides', 'inner', 'outline'];
  if (geometry.some((name) => canChange(channels[name]))) return both;
  // The same outline object for every frame: painters remember what they made of it.
  let still: ReturnType<typeof both> | null = null;
  return () => (still ??= both(0));
}

function prepareText(layer: LayerOf<'text'>): PreparedLayer['content'] {
  const channels = layer.channels as Channels;
  const at = (name: 'size' | 'leading' | 'tracking' | 'boxWidth') => numberOf(channels[name], KINDS.text[name]);
  const [size, leading, tracking, boxWidth] = [at('size'), at('leading'), at('tracking'), at('boxWidth')];
  const text = channels['text'] ? (channelSampler(channels['text'], 'T') as (x: Frames) => string) : () => '';
  const { fill, stroke, trim } = prepareInks(layer);
  let last: { readonly key: string; readonly set: ReturnType<typeof setText> } | null = null;
  return (x, faces) => {
    const face = faces(layer.font, layer.weight, layer.italic);
    if (!face) return NOTHING;
    const setting = { text: text(x), size: size(x), leading: leading(x), tracking: tracking(x), boxWidth: boxWidth(x), align: layer.align };
    const key = JSON.stringify(setting);
    if (last?.key !== key) last = { key, set: setText(face, setting) };
    const { outline, bounds } = last.set;
    return { items: marks(outline, 'nonzero', fill(x), stroke(x), trim(x)), bounds };
  };
}

function prepareInks({ fill, stroke }: LayerOf<'shape'> | LayerOf<'text'>) {
  const colour = (channel: Channel | undefined, start: Colour): ((x: Frames) => Colour) =>
    channel ? (channelSampler(channel, 'C') as (x: Frames) => Colour) : () => start;
  const point = (channel: Channel | undefined): ((x: Frames) => readonly [number, number]) =>
    channel ? (channelSampler(channel, 'P') as (x: Frames) => readonly [number, number]) : () => [0, 0];
  const fills = fill.channels as Channels;
  const strokes = stroke.channels as Channels;
  const flat = colour(fills['colour'], FILL.colour.start);
  const [from, to] = [point(fills['from']), point(fills['to'])];
  const stops = inOrder(fill.stops)
    .filter((stop) => !stop.off)
    .map((stop) => ({ at: numberOf(stop.channels.at, STOP.at), colour: colour(stop.channels.colour, STOP.colour.start) }));
  const inside = (x: Frames): Ink | null => {
    if (fill.off || fill.kind === 'none') return null;
    if (fill.kind === 'flat') return { kind: 'flat', colour: flat(x) };
    const list = stops.map((stop) => [Math.min(1, Math.max(0, stop.at(x) / 100)), stop.colour(x)] as const);
    return { kind: fill.kind, from: from(x), to: to(x), stops: list.sort((a, b) => a[0] - b[0]) };
  };
  const line = colour(strokes['colour'], STROKE.colour.start);
  const [width, shift] = [numberOf(strokes['width'], STROKE.width), numberOf(strokes['dashShift'], STROKE.dashShift)];
  const outside = (x: Frames): Stroke | null => {
    const w = width(x);
    if (stroke.off || !(w > 0)) return null;
    return { ink: { kind: 'flat', colour: line(x) }, width: w, dash: stroke.dash, dashShift: shift(x), cap: stroke.cap, join: stroke.join, miter: stroke.miter };
  };
  const [trimFrom, trimTo, trimShift] = [numberOf(strokes['trimFrom'], STROKE.trimFrom), numberOf(strokes['trimTo'], STROKE.trimTo), numberOf(strokes['trimShift'], STROKE.trimShift)];
  const trim = (x: Frames): Trim => ({ from: trimFrom(x), to: trimTo(x), shift: trimShift(x) });
  return { fill: inside, stroke: outside, trim };
}

type Trim = { readonly from: number; readonly to: number; readonly shift: number };

/** One mark while the stroke goes all the way round, else the fill and the trimmed stroke apart. */
function marks(outline: Outline, rule: 'nonzero' | 'evenodd', fill: Ink | null, stroke: Stroke | null, { from, to, shift }: Trim): readonly Item[] {
  if (outline.length === 0 || (!fill && !stroke)) return [];
  if (!stroke || Math.abs(to - from) >= 100) return [{ kind: 'path', outline, rule, fill, stroke }];
  const trimmed = trimOutline(outline, from, to, shift);
  return [
    ...(fill ? [{ kind: 'path', outline, rule, fill, stroke: null } as const] : []),
    ...(trimmed.length > 0 ? [{ kind: 'path', outline: trimmed, rule, fill: null, stroke } as const] : []),
  ];
}

