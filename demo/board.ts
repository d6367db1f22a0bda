import { colour, flat, line, rest, type LayerInput } from './draw';

const ROWS = [
  { stop: 'Depot', times: ['23.40', '00.10', '00.40'] },
  { stop: 'Mill stairs', times: ['23.52', '00.22', '00.52'] },
  { stop: 'Hilltop', times: ['00.04', '00.34', '01.04'] },
];

/** The timetable: its hours roll over twice. */
export const board = {
  id: 'board',
  name: 'Timetable board',
  width: 400,
  height: 300,
  duration: 240,
  layers: [
    { id: 'title', name: 'Title', kind: 'text', font: 'Bricolage Grotesque', weight: 700, channels: { ...rest({ x: 30, y: 62, size: 36 }), text: { value: 'Line 9 runs' } }, fill: flat('#23303a') },
    { id: 'title2', name: 'All night', kind: 'text', font: 'Bricolage Grotesque', weight: 700, channels: { ...rest({ x: 30, y: 104, size: 36 }), text: { value: 'all night' } }, fill: flat('#c8553a') },
    ...ROWS.flatMap(({ stop, times }, i): LayerInput[] => [
      { id: `stop${i + 1}`, name: stop, kind: 'text', weight: 500, channels: { ...rest({ x: 30, y: 164 + i * 46, size: 24 }), text: { value: stop } }, fill: flat('#23303a') },
      {
        id: `time${i + 1}`, name: `${stop}, hour`, kind: 'text', font: 'Spline Sans Mono', weight: 500, align: 'end', fill: flat('#23303a'),
        channels: { ...rest({ x: 370, y: 164 + i * 46, size: 24 }), text: { value: times[0]!, keys: times.map((value, k) => ({ at: k * 70 + (k > 0 ? i * 6 : 0), value })) } },
      },
    ]),
    { id: 'panel', name: 'Panel', kind: 'shape', channels: rest({ x: 200, y: 150, width: 388, height: 288, corner: 16 }), fill: flat('#f4ead2'), stroke: { ...line('#33424c', 6), channels: { colour: { value: colour('#33424c') }, width: { value: 6 } } } },
  ] as LayerInput[],
};
