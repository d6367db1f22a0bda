import { colour, flat, keys, line, rest, type LayerInput } from './draw';

const ROWS = [
  { stop: 'Depot', times: ['23.40', '00.10', '00.40', '01.10'] },
  { stop: 'Mill stairs', times: ['23.52', '00.22', '00.52', '01.22'] },
  { stop: 'Hilltop', times: ['00.04', '00.34', '01.04', '01.34'] },
];

/** A line of the title that lands: it comes up into its place, shows as it comes, and drifts on a little. */
function landing(at: number, y: number, kind: 'back' | 'elastic') {
  const from = at - 12;
  return {
    y: keys({ at: from, value: y + 30, curve: { kind, side: 'out' } }, { at, value: y }, { at: at + 60, value: y - 1.5 }),
    opacity: keys({ at: from, value: 0, curve: { kind: 'sine', side: 'out' } }, { at, value: 100 }),
  };
}

/** One of the two clips that hold the board: partners, who swing in as mirror images. */
function clip(id: string, name: string, partner: string, x: number, way: 1 | -1): LayerInput {
  return {
    id, name, kind: 'shape', partner, mirrorAt: 200, fill: flat('#33424c'),
    channels: { ...rest({ x, y: 12, width: 12, height: 34, corner: 5 }), rotation: keys({ at: 16, value: 38 * way, right: 'smooth' }, { at: 26, value: -9 * way, left: 'smooth', right: 'smooth' }, { at: 36, value: 0, left: 'smooth' }) },
  };
}

/** Underlines the title at a steady 100 % in a second. */
const underline: LayerInput = {
  id: 'underline', name: 'Underline', kind: 'shape', fill: flat('#c8553a'),
  channels: { ...rest({ x: 30, y: 118, pivotX: -90, height: 4, corner: 2 }), width: { value: 180 }, scaleX: keys({ at: 44, value: 0, pace: 100 }, { at: 74, value: 100 }) },
};

/** The timetable: its hours roll over three times. */
export const board = {
  id: 'board',
  name: 'Timetable board',
  width: 400,
  height: 300,
  duration: 240,
  rigid: [[0, 75]] as [number, number][],
  layers: [
    { id: 'title', name: 'Title', kind: 'text', font: 'Bricolage Grotesque', weight: 700, channels: { ...rest({ x: 30, size: 36 }), ...landing(30, 62, 'back'), text: { value: 'Line 9 runs' } }, fill: flat('#23303a') },
    { id: 'title2', name: 'All night', kind: 'text', font: 'Bricolage Grotesque', weight: 700, channels: { ...rest({ x: 30, size: 36 }), ...landing(35, 104, 'elastic'), text: { value: 'all night' } }, fill: flat('#c8553a') },
    ...ROWS.flatMap(({ stop, times }, i): LayerInput[] => [
      { id: `stop${i + 1}`, name: stop, kind: 'text', weight: 500, channels: { ...rest({ x: 30, y: 164 + i * 46, size: 24 }), text: { value: stop } }, fill: flat('#23303a') },
      {
        id: `time${i + 1}`, name: `${stop}, hour`, kind: 'text', font: 'Spline Sans Mono', weight: 500, align: 'end', fill: flat('#23303a'),
        channels: { ...rest({ x: 370, y: 164 + i * 46, size: 24 }), text: { value: times[0]!, keys: times.map((value, k) => ({ at: k * 70 + (k > 0 ? i * 6 : 0), value })) } },
      },
    ]),
    underline,
    clip('clipLeft', 'Clip, left', 'clipRight', 40, 1),
    clip('clipRight', 'Clip, right', 'clipLeft', 360, -1),
    { id: 'panel', name: 'Panel', kind: 'shape', channels: rest({ x: 200, y: 150, width: 388, height: 288, corner: 16 }), fill: flat('#f4ead2'), stroke: { ...line('#33424c', 6), channels: { colour: { value: colour('#33424c') }, width: { value: 6 } } } },
  ] as LayerInput[],
};
