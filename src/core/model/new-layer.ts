import type { Span } from '../time';
import type { Channel, Composition, Layer, LayerOf, Project } from './project';
import { FORMAT, VERSION } from './version';

/** A channel at rest, in memory form. */
export function channelAt<V>(value: V): Channel & { readonly value: V } {
  return { value, keys: {}, before: 'hold', after: 'hold', repeats: null, formula: null, formulaOff: false, limits: null, closed: false };
}

const EMPTY = { order: [], by: {} } as const;

/** What layers of every kind have, as reading a file fills it in. */
function base(id: string, name: string, spans: readonly Span[]) {
  return {
    id, name, start: 0, spans, timing: EMPTY, markers: {}, masks: EMPTY, effects: EMPTY, sampling: 'exact', visible: true, locked: false, solo: false, guide: false,
    parent: null, partner: null, turnAlong: false, blend: 'normal', clipTo: null, clipSide: 'inside', colour: null, note: '', pose: null, mirrorAt: null, turnBy: 0, joint: null, channels: {},
  } as const;
}

export type Values = Readonly<Record<string, unknown>>;

/** Channels from resting values. */
export function channelsAt(values: Values): Record<string, Channel> {
  return Object.fromEntries(Object.entries(values).map(([name, value]) => [name, channelAt(value)]));
}

type Colour = readonly [number, number, number, number];

/** A fill as reading fills it in: flat white, or of the colour given. */
export function flatFill(colour?: Colour): LayerOf<'shape'>['fill'] {
  return { off: false, kind: 'flat', channels: colour ? channelsAt({ colour }) : {}, stops: EMPTY } as unknown as LayerOf<'shape'>['fill'];
}

export function plainStroke(colour?: Colour, width?: number): LayerOf<'shape'>['stroke'] {
  return { off: false, channels: { ...(colour ? channelsAt({ colour }) : {}), ...(width === undefined ? {} : channelsAt({ width })) }, dash: [], cap: 'butt', join: 'miter', miter: 4 } as unknown as LayerOf<'shape'>['stroke'];
}

/** A new shape whose channels rest at the values given. */
export function newShape(id: string, name: string, spans: readonly Span[], shape: LayerOf<'shape'>['shape'], values: Values, fill = flatFill(), stroke = plainStroke()): Layer {
  return { ...base(id, name, spans), kind: 'shape', shape, rule: 'nonzero', fill, stroke, channels: channelsAt(values) } as unknown as Layer;
}

export function newText(id: string, name: string, spans: readonly Span[], values: Values, fill = flatFill()): Layer {
  return { ...base(id, name, spans), kind: 'text', font: 'Figtree', weight: 400, italic: false, align: 'start', fill, stroke: plainStroke(), letters: null, channels: channelsAt(values) } as unknown as Layer;
}

export function newNull(id: string, name: string, spans: readonly Span[], values: Values): Layer {
  return { ...base(id, name, spans), kind: 'null', channels: channelsAt(values) } as unknown as Layer;
}

/** A layer of dials without any. */
export function newDials(id: string, name: string, spans: readonly Span[]): LayerOf<'dials'> {
  return { ...base(id, name, spans), kind: 'dials', dials: EMPTY } as unknown as LayerOf<'dials'>;
}

/** Live repeats of a layer: five, each beside the one before. */
export function newCopies(id: string, name: string, spans: readonly Span[], of: string, values: Values): Layer {
  return { ...base(id, name, spans), kind: 'copies', of, front: 'first', seed: 0, channels: channelsAt(values) } as unknown as Layer;
}

/** A layer that shows a composition. */
export function newNest(id: string, name: string, spans: readonly Span[], source: string, values: Values = {}): Layer {
  return { ...base(id, name, spans), kind: 'nest', source, clipFrame: true, take: null, dials: {}, travel: null, channels: channelsAt(values) } as unknown as Layer;
}

export function newImage(id: string, name: string, spans: readonly Span[], source: string, values: Values = {}): Layer {
  return { ...base(id, name, spans), kind: 'image', source, channels: channelsAt(values) } as unknown as Layer;
}

/** An empty composition. */
export function newComposition(id: string, name: string, settings: Pick<Composition, 'width' | 'height' | 'rate' | 'duration'> & { readonly background?: string | null }): Composition {
  const { width, height, rate, duration, background = null } = settings;
  return {
    id, name, width, height, rate, duration, background, range: [0, duration], loops: false, note: '', colour: null, tempo: null, markers: {}, rigid: [], takes: EMPTY, version: null, settled: EMPTY, staggers: EMPTY, contacts: EMPTY, tries: EMPTY, layers: EMPTY,
  } as Composition;
}

/** A project with one empty composition. */
export function newProject(name: string, main: Composition): Project {
  return { format: FORMAT, version: VERSION, name, main: main.id, assets: EMPTY, compositions: { order: [main.id], by: { [main.id]: main } }, presets: EMPTY, newKeys: 'straight', still: null };
}
