import { flat, keys, line, rest, type LayerInput } from './draw';

/** A clock without figures: one turn of its hand in eight seconds. */
export const depotClock = {
  id: 'depotClock',
  name: 'Depot clock',
  width: 80,
  height: 80,
  duration: 300,
  layers: [
    { id: 'boss', name: 'Boss', kind: 'shape', shape: 'ellipse', fill: flat('#2a3138'), channels: rest({ x: 40, y: 40, width: 9, height: 9 }) },
    { id: 'hand', name: 'Hand', kind: 'shape', fill: flat('#2a3138'), channels: { ...rest({ x: 40, y: 40, width: 5, height: 30, pivotY: 13, corner: 2 }), rotation: keys({ at: 0, value: 0 }, { at: 300, value: 450 }) } },
    { id: 'face', name: 'Face', kind: 'shape', shape: 'ellipse', fill: flat('#f0e6cc'), stroke: line('#4a565e', 6), channels: rest({ x: 40, y: 40, width: 66, height: 66 }) },
  ] as LayerInput[],
};

/** It goes by the music: its hand waits, and jumps with each beat. */
export const clockUse: LayerInput = {
  id: 'clock', name: 'Depot clock', kind: 'nest', source: 'depotClock', clipFrame: false,
  timing: [{ id: 'tick', op: 'formula', source: 'max(0s, quantize(t - beatOf(0), 1b))' }],
  channels: rest({ x: 902, y: 336, pivotX: 40, pivotY: 40, scaleX: 70, scaleY: 70 }),
};

/** A sign over the stop that sways in the night wind, as far as its dial says. */
export const sign: LayerInput[] = [
  { id: 'signWords', name: 'Sign words', kind: 'text', parent: 'sign', font: 'Bricolage Grotesque', weight: 700, align: 'middle', channels: { ...rest({ y: 6, size: 18 }), text: { value: 'All night' } }, fill: flat('#f4ead2') },
  {
    id: 'sign', name: 'Sign', kind: 'shape', fill: flat('#7a3b2c'), stroke: line('#c9a36a', 2),
    channels: { ...rest({ x: 402, y: 296, width: 108, height: 36, corner: 6, pivotY: -44 }), rotation: { value: 0, formula: 'sine(2b) * Wind.Sway + noise(0.7, 4) * Wind.Sway / 2' } },
  },
];

/** What the wind does, for whoever hangs in it. */
export const wind: LayerInput = {
  id: 'wind', name: 'Wind', kind: 'dials', dials: [{ id: 'sway', name: 'Sway', type: 'angle', range: [0, 30], channels: { value: keys({ at: 0, value: 3, right: 'smooth' }, { at: 150, value: 5, left: 'smooth', right: 'smooth' }, { at: 230, value: 12, left: 'smooth', right: 'smooth' }, { at: 290, value: 3, left: 'smooth' }) } }],
};
