import { colour, flat, keys, line, NO_FILL, outline, rest, runs, type LayerInput } from './draw';

/** Now and then the light sinks, each lamp by a chance of its own. */
const WORN = 'keyed * (1 - 45% * smoothstep(0.35, 0.6, noise(5, Fuse.Seed)))';

/** A lamp that flickers on: 26 frames of stutter, then steady. */
export const streetLamp = {
  id: 'streetLamp',
  name: 'Street lamp',
  width: 220,
  height: 420,
  duration: 300,
  layers: [
    {
      id: 'bulb', name: 'Bulb', kind: 'shape', shape: 'ellipse', fill: flat('#ffdf94'),
      channels: { ...rest({ x: 138, y: 46, width: 30, height: 30 }), opacity: { ...flicker(25), formula: WORN } },
    },
    {
      id: 'cone', name: 'Light cone', kind: 'shape', shape: 'path', blend: 'screen',
      fill: runs('linear', [0, 50], [0, 400], [[0, colour('#ffdf94', 0.62)], [100, colour('#ffdf94', 0)]]),
      channels: { ...outline([[128, 54], [148, 54], [214, 400], [62, 400]], true), opacity: { ...flicker(0), formula: WORN } },
    },
    { id: 'arm', name: 'Arm', kind: 'shape', shape: 'path', fill: NO_FILL, stroke: line('#33424c', 7, { cap: 'round' }), channels: outline([[84, 410], [84, 60, 0, 0, 0, -34], [138, 30, -34, 0]], false) },
    { id: 'foot', name: 'Foot', kind: 'shape', channels: rest({ x: 84, y: 404, width: 22, height: 14, corner: 4 }), fill: flat('#33424c') },
    { id: 'fuse', name: 'Fuse', kind: 'dials', dials: [{ id: 'seed', name: 'Seed', public: true, range: [0, 99], step: 1, channels: { value: { value: 1 } } }] },
  ] as LayerInput[],
};

function flicker(off: number) {
  const steps: [number, number][] = [[0, off], [34, 90], [36, off + 8], [40, 70], [42, off], [47, 100], [50, 35], [53, 100]];
  return { value: off, keys: steps.map(([at, value]) => ({ at, value, right: 'hold' as const })) };
}

/** Each lamp waits on its first frame before it wakes: one after another. */
export function lamp(id: string, name: string, x: number, y: number, size: number, wait: number, seed: number): LayerInput {
  return {
    id, name, kind: 'nest', source: 'streetLamp', clipFrame: false,
    timing: wait > 0 ? [{ id: 'wait', op: 'pause', at: 0, for: wait }] : [],
    dials: { 'fuse/seed': { value: seed } },
    channels: rest({ x, y, scaleX: size, scaleY: size, pivotX: 84, pivotY: 410 }),
  };
}

/** What the tram runs before: sky, moon, hills, the street that climbs, the wire. */
export const scenery: LayerInput[] = [
  { id: 'wire', name: 'Wire', kind: 'shape', shape: 'path', fill: NO_FILL, stroke: line('#3f5362', 2), channels: outline([[-20, 366], [1300, 252]], false) },
  { id: 'rail', name: 'Rail', kind: 'shape', shape: 'path', fill: NO_FILL, stroke: line('#6d8090', 4), channels: outline([[-20, 630], [1300, 516]], false) },
  {
    id: 'road', name: 'Hill street', kind: 'shape', shape: 'path', fill: runs('linear', [640, 560], [660, 720], [[0, colour('#18252e')], [100, colour('#0c1318')]]),
    channels: outline([[-20, 622], [1300, 508], [1300, 740], [-20, 740]], true),
  },
  {
    id: 'houses', name: 'Houses', kind: 'shape', shape: 'path', fill: flat('#152430'),
    channels: outline([[-20, 640], [-20, 430], [70, 430], [70, 390], [150, 350], [230, 390], [230, 450], [330, 450], [330, 372], [450, 372], [450, 440], [560, 440], [560, 360], [640, 320], [720, 360], [720, 420], [850, 420], [850, 330], [980, 330], [980, 400], [1080, 400], [1080, 300], [1180, 260], [1300, 300], [1300, 560]], true),
  },
  { id: 'hill', name: 'Far hill', kind: 'shape', shape: 'path', fill: flat('#12303a'), channels: outline([[-20, 520], [300, 330, -160, 60, 160, -60], [760, 380, -180, -40, 200, 44], [1300, 250, -220, 20], [1300, 640], [-20, 640]], true) },
  { id: 'moon', name: 'Moon', kind: 'shape', shape: 'ellipse', channels: { ...rest({ x: 214, width: 74, height: 74 }), y: keys({ at: 0, value: 150, right: 'smooth' }, { at: 299, value: 132, left: 'smooth' }) }, fill: flat('#efe3c2') },
  ...[[58, 70], [118, 214], [342, 58], [436, 168], [548, 92], [690, 206], [764, 48], [1002, 40], [1090, 178], [1216, 96]].map(([x, y], i): LayerInput => ({
    id: `star${i + 1}`, name: `Star ${i + 1}`, kind: 'shape', shape: 'star', fill: flat('#d8e2e6'), channels: rest({ x: x!, y: y!, width: 9, height: 9, sides: 4, inner: 32, opacity: 45 + ((i * 37) % 50) }),
  })),
  { id: 'sky', name: 'Sky', kind: 'shape', channels: rest({ x: 640, y: 360, width: 1280, height: 720 }), fill: runs('linear', [0, -360], [0, 300], [[0, colour('#0a1730')], [60, colour('#183a52')], [100, colour('#2a5564')]]) },
];
