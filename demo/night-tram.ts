import { FORMAT, VERSION, type ProjectFileInput } from '../src/core/model';
import { board } from './board';
import { clockUse, depotClock, sign, wind } from './depot';
import { keys, rest, type KeyInput, type LayerInput } from './draw';
import { post, posts, signal, signalUse } from './signal';
import { stars, starStagger, twinkle } from './sky';
import { lamp, scenery, streetLamp } from './street';
import { CYCLE, tramCycle, wheel } from './tram-cycle';

/** How steep the street is: what it climbs for each pixel across. */
const CLIMB = -114 / 1320;
const SLOPE = (Math.atan(CLIMB) * 180) / Math.PI;

/** Where the tram stands: in from the left, a stop at the lamps, off to the right. */
const RUN: readonly KeyInput[] = [
  { at: 0, value: -260, right: [40, 520] },
  { at: 120, value: 520, left: [-50, 0], right: [30, 0] },
  { at: 180, value: 520, left: [-20, 0], right: [60, 0] },
  { at: 270, value: 1560, left: [-30, -540] },
];

/** The rail's height under a place across, so that both channels draw one straight way. */
const railAt = (x: number) => Math.round((571 + (x - 640) * CLIMB) * 100) / 100;
const climbing = RUN.map((key): KeyInput => ({
  ...key,
  value: railAt(key.value),
  ...(Array.isArray(key.left) ? { left: [key.left[0], Math.round(key.left[1] * CLIMB * 1000) / 1000] as [number, number] } : {}),
  ...(Array.isArray(key.right) ? { right: [key.right[0], Math.round(key.right[1] * CLIMB * 1000) / 1000] as [number, number] } : {}),
}));

const tram: LayerInput = {
  id: 'tram', name: 'Tram', kind: 'nest', source: 'tramCycle', clipFrame: false, spans: [[0, 270]], colour: 0,
  timing: [{ id: 'run', op: 'loop', from: 0, to: CYCLE }],
  markers: [{ id: 'arrive', at: 120, name: 'arrive' }, { id: 'leave', at: 180, name: 'leave' }],
  channels: { ...rest({ rotation: Math.round(SLOPE * 100) / 100, pivotX: 220, pivotY: 238 }), x: keys(...RUN), y: keys(...climbing) },
};

const timetable: LayerInput = {
  id: 'timetable', name: 'Timetable board', kind: 'nest', source: 'board', start: 66, spans: [[66, 290]],
  // It swings in and its title lands as they were made; what lies behind gives for the film.
  timing: [{ id: 'fit', op: 'elastic', length: 224 }],
  channels: {
    ...rest({ x: 930, pivotX: 200, pivotY: 0, scaleX: 86, scaleY: 86 }),
    y: keys({ at: 0, value: -280, right: [8, 0] }, { at: 20, value: 70, left: [-8, 60] }, { at: 28, value: 54, left: 'smooth', right: 'smooth' }, { at: 202, value: 54, left: 'smooth', right: [8, 0] }, { at: 222, value: -280, left: [-6, 200] }),
    rotation: keys({ at: 14, value: 0, right: 'smooth' }, { at: 24, value: 2.4, left: 'smooth', right: 'smooth' }, { at: 36, value: -1.2, left: 'smooth', right: 'smooth' }, { at: 50, value: 0, left: 'smooth' }),
  },
};

/** The demonstration film, first version. */
export const nightTram: ProjectFileInput = {
  format: FORMAT,
  version: VERSION,
  name: 'Night tram launch',
  main: 'main',
  still: ['main', 132],
  compositions: [
    {
      id: 'main',
      name: 'Night tram',
      width: 1280,
      height: 720,
      rate: [30, 1],
      duration: 300,
      background: '#0a1730',
      tempo: { bpm: 104, offset: 12 },
      layers: [
        timetable,
        tram,
        lamp('lampNear', 'Lamp, near', 250, 624, 100, 0, 3),
        lamp('lampCorner', 'Lamp, corner', 660, 586, 92, 14, 8),
        lamp('lampFar', 'Lamp, far', 1180, 540, 84, 28, 5),
        // The signal and the posts stand before the street, sign and clock before the houses, the stars that twinkle behind the hills.
        ...scenery.flatMap((layer) => (layer.id === 'houses' ? [...sign, clockUse, layer] : layer.id === 'road' ? [signalUse, posts, post, layer] : layer.id === 'star1' ? [...stars, layer] : [layer])),
        wind,
      ],
      staggers: [starStagger],
    },
    tramCycle,
    streetLamp,
    board,
    wheel,
    signal,
    twinkle,
    depotClock,
  ],
};
