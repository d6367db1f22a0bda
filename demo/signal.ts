import { flat, keys, line, NO_FILL, outline, rest, type LayerInput } from './draw';

/** The arm goes up in so many frames, and its light blinks while it is up. */
const UP = 16;
const BLINK = 8;

/** A signal beside the rail: it clears the way, blinks, and falls again. */
export const signal = {
  id: 'signal',
  name: 'Signal',
  width: 90,
  height: 200,
  duration: 60,
  markers: [{ id: 'clear', at: UP, name: 'clear', length: BLINK }, { id: 'falls', at: 32, name: 'falls' }],
  layers: [
    { id: 'light', name: 'Light', kind: 'shape', shape: 'ellipse', fill: flat('#8fd06a'), channels: { ...rest({ x: 30, y: 30, width: 14, height: 14 }), opacity: { value: 15, keys: [{ at: 0, value: 15, right: 'hold' as const }, { at: UP, value: 100, right: 'hold' as const }, { at: UP + 4, value: 35, right: 'hold' as const }, { at: UP + BLINK, value: 100, right: 'hold' as const }, { at: 34, value: 15 }] } } },
    { id: 'arm', name: 'Arm', kind: 'shape', fill: flat('#c8553a'), channels: { ...rest({ x: 30, y: 30, pivotX: -30, width: 60, height: 12, corner: 3 }), rotation: keys({ at: 0, value: 0, right: 'smooth' }, { at: UP, value: -42, left: 'smooth' }, { at: 32, value: -42, right: 'smooth' }, { at: 46, value: 0, left: 'smooth' }) } },
    { id: 'mast', name: 'Mast', kind: 'shape', shape: 'path', fill: NO_FILL, stroke: line('#33424c', 6, { cap: 'round' }), channels: outline([[30, 24], [30, 196]], false) },
  ] as LayerInput[],
};

/** Its moves are fired by markers: the way is cleared before the tram leaves, and falls behind it. */
export const signalUse: LayerInput = {
  id: 'signalUse', name: 'Signal', kind: 'nest', source: 'signal', clipFrame: false,
  timing: [{
    id: 'moves', op: 'cue',
    moves: [
      { from: 0, to: { marker: 'clear', end: false, plus: 0, was: UP }, rest: { kind: 'loop', from: { marker: 'clear', end: false, plus: 0, was: UP }, to: { marker: 'clear', end: true, plus: 0, was: UP + BLINK }, finish: true } },
      { from: { marker: 'falls', end: false, plus: 0, was: 32 }, to: 46, rest: null },
    ],
  }],
  markers: [{ id: 'go', at: 150, name: 'clear the way' }, { id: 'fall', at: 226, name: 'fall' }],
  channels: rest({ x: 900, y: 420, scaleX: 90, scaleY: 90 }),
};

/** Posts along the street: one is drawn, and repeated up the hill. */
export const post: LayerInput = { id: 'post', name: 'Post', kind: 'shape', fill: flat('#3b4d58'), channels: rest({ x: 16, y: 640, width: 5, height: 26, corner: 2 }) };
export const posts: LayerInput = { id: 'posts', name: 'Posts', kind: 'copies', of: 'post', channels: rest({ amount: 20, stepX: 66, stepY: Math.round(((-114 * 66) / 1320) * 100) / 100, stepSize: 98.5, x: 16, y: 640, pivotX: 16, pivotY: 640 }) };
