/**
 * What kinds of value a channel can have: N number, P point, C colour, S path, T text, B switch, E choice. T, B and E
 * hold; the others mix.
 */
export type ChannelType = 'N' | 'P' | 'C' | 'S' | 'T' | 'B' | 'E';

export type ChannelUnit = 'px' | '%' | '°' | 'dB' | 'frames' | '‰' | '';

/** One channel as the document, the panel and the evaluation know it. */
export type ChannelSpec = {
  readonly type: ChannelType;
  readonly label: string;
  readonly unit: ChannelUnit;
  readonly start: unknown;
  /** What the value is kept within when it is used; the document may hold more. */
  readonly range?: readonly [min: number, max: number];
  /** Of a choice: what there is to choose from. */
  readonly choices?: readonly string[];
};

export type ChannelSpecs = Readonly<Record<string, ChannelSpec>>;

export const number = <const U extends ChannelUnit>(label: string, unit: U, start: number, range?: readonly [number, number]) =>
  ({ type: 'N', label, unit, start, ...(range ? { range } : {}) }) as const;
export const point = (label: string, start: readonly [number, number] = [0, 0]) => ({ type: 'P', label, unit: 'px', start }) as const;
export const colour = (label: string, start: readonly [number, number, number, number]) => ({ type: 'C', label, unit: '', start }) as const;
export const outline = (label: string) => ({ type: 'S', label, unit: '', start: { closed: true, points: [] } }) as const;

/** Channels of every layer that is drawn. */
export const POSE = {
  x: number('Across', 'px', 0),
  y: number('Down', 'px', 0),
  position: point('Place'),
  scaleX: number('Size across', '%', 100),
  scaleY: number('Size down', '%', 100),
  rotation: number('Turn', '°', 0),
  skew: number('Lean', '°', 0),
  opacity: number('Opacity', '%', 100, [0, 100]),
  pivotX: number('Pivot across', 'px', 0),
  pivotY: number('Pivot down', 'px', 0),
} as const satisfies ChannelSpecs;

export const FILL = {
  colour: colour('Fill colour', [1, 1, 1, 1]),
  from: point('Fill from'),
  to: point('Fill to'),
} as const satisfies ChannelSpecs;

export const STOP = {
  at: number('Stop', '%', 0),
  colour: colour('Stop colour', [1, 1, 1, 1]),
} as const satisfies ChannelSpecs;

export const STROKE = {
  colour: colour('Stroke colour', [0, 0, 0, 1]),
  width: number('Stroke width', 'px', 0),
  dashShift: number('Dash shift', 'px', 0),
  trimFrom: number('Trim from', '%', 0),
  trimTo: number('Trim to', '%', 100),
  trimShift: number('Trim shift', '%', 0),
} as const satisfies ChannelSpecs;

export const MASK = {
  outline: outline('Mask outline'),
  feather: number('Feather', 'px', 0),
  spread: number('Spread', 'px', 0),
  opacity: number('Mask opacity', '%', 100, [0, 100]),
} as const satisfies ChannelSpecs;

/** What each letter, word or line of a text has beside the layer's pose. */
export const LETTERS = {
  step: number('Letter step', 'frames', 0),
  x: number('Letter across', 'px', 0),
  y: number('Letter down', 'px', 0),
  rotation: number('Letter turn', '°', 0),
  size: number('Letter size', '%', 100),
  opacity: number('Letter opacity', '%', 100, [0, 100]),
} as const satisfies ChannelSpecs;

/** Channels that a kind of layer has beside its pose. */
export const KINDS = {
  shape: {
    width: number('Width', 'px', 100),
    height: number('Height', 'px', 100),
    corner: number('Corner', 'px', 0),
    sides: number('Sides', '', 5, [3, 64]),
    inner: number('Inner', '%', 50),
    outline: outline('Outline'),
  },
  text: {
    text: { type: 'T', label: 'Text', unit: '', start: '' },
    size: number('Text size', 'px', 48),
    leading: number('Leading', '%', 120),
    tracking: number('Tracking', '‰', 0),
    boxWidth: number('Box width', 'px', 0),
  },
  image: {},
  footage: { gain: number('Gain', 'dB', 0) },
  audio: { gain: number('Gain', 'dB', 0), pan: number('Pan', '', 0, [-100, 100]) },
  nest: {},
  null: {},
  dials: {},
  wash: {},
  copies: {
    amount: number('Amount', '', 5, [0, 1000]),
    stepX: number('Step across', 'px', 0),
    stepY: number('Step down', 'px', 0),
    stepTurn: number('Step turn', '°', 0),
    stepSize: number('Step size', '%', 100),
    stepOpacity: number('Step opacity', '%', 100),
    stepTime: number('Step time', 'frames', 0),
  },
} as const satisfies Readonly<Record<string, ChannelSpecs>>;

export type LayerKind = keyof typeof KINDS;

/** Kinds that have a place on the picture; the others (audio, dials) have no pose. */
export function isDrawn(kind: LayerKind): boolean {
  return kind !== 'audio' && kind !== 'dials';
}

/** Kinds that show a source whose time can be bent. */
export function hasContentTime(kind: LayerKind): kind is 'nest' | 'footage' | 'audio' {
  return kind === 'nest' || kind === 'footage' || kind === 'audio';
}
