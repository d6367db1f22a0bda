import { flat, keys, line, NO_FILL, outline, rest, runs, colour, type LayerInput } from './draw';

export const CYCLE = 32;

/** A wheel by itself, 72 px: still, its turning is keyed where it is mounted. */
export const wheel = {
  id: 'wheel',
  name: 'Wheel',
  width: 72,
  height: 72,
  duration: CYCLE,
  layers: [
    { id: 'hub', name: 'Hub', kind: 'shape', shape: 'ellipse', channels: rest({ x: 36, y: 36, width: 16, height: 16 }), fill: flat('#e9dfc7') },
    ...[0, 60, 120].map((turn, i): LayerInput => ({
      id: `spoke${i + 1}`, name: `Spoke ${i + 1}`, kind: 'shape', channels: rest({ x: 36, y: 36, width: 6, height: 50, rotation: turn }), fill: flat('#8d98a1'),
    })),
    { id: 'rim', name: 'Rim', kind: 'shape', shape: 'ellipse', channels: rest({ x: 36, y: 36, width: 56, height: 56 }), fill: flat('#39454f'), stroke: line('#66737d', 8) },
  ] as LayerInput[],
};

function mounted(id: string, name: string, x: number): LayerInput {
  return {
    id, name, kind: 'nest', source: 'wheel', clipFrame: false,
    channels: {
      ...rest({ x, y: 206, pivotX: 36, pivotY: 36 }),
      rotation: keys({ at: 0, value: 0 }, { at: CYCLE, value: 360 }),
    },
  };
}

function pane(i: number): LayerInput {
  return {
    id: `window${i + 1}`, name: `Window ${i + 1}`, kind: 'shape', parent: 'sway',
    channels: rest({ x: -142 + i * 82, y: -38, width: 66, height: 58, corner: 8 }),
    fill: runs('linear', [0, -30], [0, 30], [[0, colour('#ffe9ad')], [100, colour('#f7c873')]]),
  };
}

/** The tram's running cycle: 32 frames that close upon themselves. */
export const tramCycle = {
  id: 'tramCycle',
  name: 'Tram cycle',
  width: 440,
  height: 260,
  duration: CYCLE,
  loops: true,
  layers: [
    {
      id: 'sway', name: 'Sway', kind: 'null',
      channels: {
        ...rest({ x: 220 }),
        y: keys(
          { at: 0, value: 134, right: 'smooth' }, { at: 8, value: 131, left: 'smooth', right: 'smooth' }, { at: 16, value: 134, left: 'smooth', right: 'smooth' },
          { at: 24, value: 132, left: 'smooth', right: 'smooth' }, { at: CYCLE, value: 134, left: 'smooth' },
        ),
        rotation: keys({ at: 0, value: -0.5, right: 'smooth' }, { at: 16, value: 0.5, left: 'smooth', right: 'smooth' }, { at: CYCLE, value: -0.5, left: 'smooth' }),
      },
    },
    {
      id: 'pantograph', name: 'Pantograph', kind: 'shape', shape: 'path', parent: 'sway', fill: NO_FILL, stroke: line('#9aa7ad', 5, { join: 'round', cap: 'round' }),
      channels: { ...outline([[-36, -84], [-58, -108], [0, -128], [-34, -128], [34, -128]], false), y: keys({ at: 0, value: 0, right: 'smooth' }, { at: 12, value: 2, left: 'smooth', right: 'smooth' }, { at: CYCLE, value: 0, left: 'smooth' }), skew: { value: 0, formula: "// It leans after the car, a little later; the cycle runs round, and so does what it reads.\nSway.rotation @ wrap(clock - 5f, 0s, 32f) * -6" } },
    },
    { id: 'number', name: 'Line number', kind: 'text', parent: 'sway', font: 'Bricolage Grotesque', weight: 800, align: 'middle', channels: { ...rest({ x: 171, y: 13, size: 27 }), text: { value: '9' } }, fill: flat('#f4ead2') },
    ...[0, 1, 2, 3].map(pane),
    { id: 'door', name: 'Door', kind: 'shape', parent: 'sway', channels: rest({ x: 171, y: -38, width: 44, height: 58, corner: 6 }), fill: flat('#ffdf94') },
    { id: 'stripe', name: 'Stripe', kind: 'shape', parent: 'sway', channels: rest({ y: 26, width: 404, height: 14 }), fill: flat('#f4ead2') },
    { id: 'body', name: 'Body', kind: 'shape', parent: 'sway', channels: rest({ y: -8, width: 404, height: 150, corner: 26 }), fill: runs('linear', [0, -75], [0, 75], [[0, colour('#d9674a')], [100, colour('#b04429')]]) },
    mounted('frontWheel', 'Front wheel', 326),
    mounted('rearWheel', 'Rear wheel', 114),
    { id: 'skirt', name: 'Skirt', kind: 'shape', channels: rest({ x: 220, y: 204, width: 340, height: 26, corner: 10 }), fill: flat('#232c33') },
  ] as LayerInput[],
};

