import { flat, keys, rest, type LayerInput } from './draw';

/** How long a star takes to brighten and fade. */
const BREATH = 60;
/** Frames from one star to the next. */
const STEP = 6;

/** A star that brightens and fades, and runs round. */
export const twinkle = {
  id: 'twinkle',
  name: 'Twinkle',
  width: 40,
  height: 40,
  duration: BREATH,
  loops: true,
  layers: [
    {
      id: 'rays', name: 'Rays', kind: 'shape', shape: 'star', fill: flat('#f2ead0'),
      channels: {
        ...rest({ x: 20, y: 20, width: 30, height: 30, sides: 4, inner: 24 }), rotation: keys({ at: 0, value: 0 }, { at: BREATH, value: 360 }),
        ...Object.fromEntries(['scaleX', 'scaleY', 'opacity'].map((name) => [name, { ...keys({ at: 0, value: 30, right: 'smooth' }, { at: 22, value: 100, left: 'smooth', right: 'smooth' }, { at: BREATH, value: 30, left: 'smooth' }), before: 'repeat', after: 'repeat', closed: true }])),
      },
    },
  ] as LayerInput[],
};

type Timing = NonNullable<LayerInput['timing']>;
const round: Timing[number] = { id: 'round', op: 'loop' };

/** Each star's time runs otherwise; beats of the overture are 17.3 frames apart. */
const STARS: readonly (readonly [name: string, x: number, y: number, timing: Timing])[] = [
  ['steady', 96, 132, [round]],
  ['back again', 300, 122, [{ id: 'round', op: 'loop', mode: 'swing' }]],
  ['backwards', 392, 196, [round, { id: 'back', op: 'reverse' }]],
  ['slow', 486, 46, [{ id: 'slow', op: 'speed', rate: 0.5 }, round]],
  ['ahead', 612, 148, [{ id: 'ahead', op: 'delay', by: -20 }, round]],
  ['in steps', 728, 118, [{ id: 'steps', op: 'step', every: 6, cuts: [[150, 3]] }, round]],
  ['bright', 838, 60, [{ id: 'bright', op: 'freeze', at: 22 }]],
  ['one swell', 930, 230, [{ id: 'swell', op: 'remap', keys: [{ id: 'a', at: 0, to: 0, right: 'smooth' }, { id: 'b', at: 132, to: 22, left: 'smooth', right: 'smooth' }, { id: 'c', at: 250, to: 58, left: 'smooth' }] }]],
  ['quick and slow', 1060, 96, [{ id: 'pace', op: 'ramp', cuts: [84, 168], rates: [1, 3, 0.5], blend: [[12, 12], [30, 10]] }, round]],
  ['on the beat', 1150, 44, [{ id: 'beat', op: 'pins', pins: [[0, 0], [52, 60], [104, 120], [173, 180], [242, 300]] }, round]],
];

export const stars: LayerInput[] = STARS.map(([name, x, y, timing], i): LayerInput => ({
  id: `twinkle${i + 1}`, name: `Twinkle, ${name}`, kind: 'nest', source: 'twinkle', start: i * STEP, spans: [[i * STEP, 300]], timing, blend: 'screen',
  channels: rest({ x, y, pivotX: 20, pivotY: 20, scaleX: 84, scaleY: 84 }),
}));

/** They come one after another, which is remembered. */
export const starStagger = { id: 'stars', what: 'starts' as const, by: STEP, order: 'rows', seed: 1, members: stars.map(({ id }, i) => ({ layer: id, at: i * STEP })) };
