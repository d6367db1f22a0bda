import { boundsOf, type Bounds, type Colour, type Group, type Ink, type Item, type Outline, type Stroke, type Wash } from '../display';
import { setText, type FaceLookup } from '../lettering';
import { FILL, inOrder, KINDS, type Channel, type ChannelSpec, type Layer, type LayerOf, POSE, STOP, STROKE } from '../model';
import type { Frames } from '../time';
import { prepareFinish, type LayerFinish } from './finish';
import { channelSampler, canChange } from './prepared-channel';
import { preparePose, type PreparedPose } from './prepared-pose';
import { drawnPath, ellipse, polygon, rectangle, type PathValue } from './shape-outline';
import { channelRecords } from './tracks';
import { trimOutline } from './trim-outline';

/** What a layer paints at a time of its channels, and the box around it in its own space (null for nothing to see). */
export type LayerContent = { readonly items: readonly Item[]; readonly bounds: Bounds | null };

/** A layer whose channels are ready to be sampled; made once per edit of the layer. */
export type PreparedLayer = PreparedPose & {
  /** Draws shapes and text; other kinds get their content from elsewhere. */
  readonly draw: (x: Frames, faces: FaceLookup) => LayerContent;
  /** Nothing but its pose can change what it shows. */
  readonly same: boolean;
  /** What a layer that shows the same for ever was drawn with, and what that gave. */
  drawnWith: FaceLookup | null;
  drawn: LayerContent;
  /** What of that is painted; null for nothing. */
  paints: readonly Item[] | null;
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
  const drawn = layer.kind === 'shape' || layer.kind === 'text' ? layer : null;
  const { pack, base, slots, other, otherSlot, others, place, moved, still } = preparePose(channels);
  return {
    pack, base, slots, other, otherSlot, others, place, moved, still,
    same: drawn !== null && !contentMoves(drawn),
    drawnWith: null,
    paints: null,
    last: null,
    drawn: NOTHING,
    draw: drawn ? lateDrawing(drawn) : nothing,
    finish: prepareFinish(layer),
  };
}

/** What a layer paints at a time of its keys. Where nothing but its pose can change that, it is one object for ever. */
export function contentAt(prepared: PreparedLayer, x: Frames, faces: FaceLookup): LayerContent {
  if (!prepared.same) return prepared.draw(x, faces);
  if (prepared.drawnWith !== faces) drawWith(prepared, x, faces);
  return prepared.drawn;
}

/** What of it is painted; null for nothing. */
export function paintedAt(prepared: PreparedLayer, x: Frames, faces: FaceLookup): readonly Item[] | null {
  if (!prepared.same) return painted(prepared.draw(x, faces));
  if (prepared.drawnWith !== faces) drawWith(prepared, x, faces);
  return prepared.paints;
}

const painted = ({ items }: LayerContent) => (items.length === 0 ? null : items);

function drawWith(prepared: PreparedLayer, x: Frames, faces: FaceLookup): void {
  prepared.drawn = prepared.draw(x, faces);
  prepared.paints = painted(prepared.drawn);
  prepared.drawnWith = faces;
}

const NOTHING: LayerContent = { items: [], bounds: null };
const nothing = () => NOTHING;

function numberOf(channel: Channel | undefined, spec: ChannelSpec): Numbers {
  if (!channel) return () => spec.start as number;
  if (!canChange(channel)) return () => channel.value as number;
  return channelSampler(channel, 'N') as Numbers;
}

type Drawn = LayerOf<'shape'> | LayerOf<'text'>;

/** Drawings that are made once are made ready no sooner, and let go: of thousands of layers, what each frame asks for lies close together in memory. */
function lateDrawing(layer: Drawn): PreparedLayer['draw'] {
  return contentMoves(layer) ? drawing(layer) : (x, faces) => drawing(layer)(x, faces);
}

function drawing(layer: Drawn): PreparedLayer['draw'] {
  return layer.kind === 'shape' ? prepareShape(layer) : prepareText(layer);
}

/** Whether anything but its pose can change what a layer shows. */
function contentMoves(layer: Drawn): boolean {
  return channelRecords(layer).some((channels) => Object.entries(channels).some(([name, channel]) => canChange(channel) && !(channels === layer.channels && Object.hasOwn(POSE, name))));
}

function prepareShape(layer: LayerOf<'shape'>): PreparedLayer['draw'] {
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

function prepareText(layer: LayerOf<'text'>): PreparedLayer['draw'] {
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

