import { describe, expect, test } from 'vitest';
import { projectOf, type LayerInput } from '../../../tests/support/projects';
import { stepLengths } from '.';

type Timing = NonNullable<LayerInput['timing']>;
/** For each step what is without it and those above, and what is with it, in host frames. */
function lengths(timing: readonly object[], { rate = [30, 1], start = 0, duration = 40 }: { readonly rate?: readonly [number, number]; readonly start?: number; readonly duration?: number } = {}) {
  const project = projectOf([{ id: 'main', name: 'Main', duration: 100, layers: [{ id: 'n', name: 'N', kind: 'nest', source: 'reel', start, timing: timing as Timing }] }, { id: 'reel', name: 'Reel', duration, rate, layers: [] }] as never);
  const host = project.compositions.by['main']!;
  const found = stepLengths(project, host, host.layers.by['n']!);
  return host.layers.by['n']!.timing.order.map((id) => [found.get(id)!.was, found.get(id)!.is]);
}

describe('what a step makes of the length', () => {
  const cases: readonly (readonly [string, readonly object[], readonly (readonly (number | null)[])[]])[] = [
    ['speed', [{ op: 'speed', rate: 2 }], [[40, 20]]],
    ['a pause adds its frames, and what is above makes them longer', [{ op: 'speed', rate: 0.5 }, { op: 'pause', at: 20, for: 10 }], [[50, 100], [40, 50]]],
    ['a ramp above a loop has all the time it asks for', [{ op: 'ramp', cuts: [120], rates: [2, 1] }, { op: 'loop' }], [[null, null], [40, null]]],
    ['a remap ends what ran without end', [{ op: 'remap', keys: [{ at: 0, to: 0 }, { at: 270, to: 269 }] }, { op: 'loop' }], [[null, 271], [40, null]]],
    ['backwards it is as long', [{ op: 'reverse' }], [[40, 40]]],
    ['an endless loop never ends, a counted one does', [{ op: 'loop', count: 3 }, { op: 'loop', to: 20 }], [[null, 120], [40, null]]],
    ['nor one to and fro', [{ op: 'loop', mode: 'swing' }], [[40, null]]],
    ['a frozen frame never moves', [{ op: 'freeze', at: 5 }], [[40, null]]],
    ['a remap rests on its last key', [{ op: 'remap', keys: [{ at: 0, to: 0 }, { at: 59, to: 39 }] }], [[40, 60]]],
    ['elastic brings it to a length', [{ op: 'elastic', length: 64 }], [[40, 64]]],
    ['a delay comes later', [{ op: 'delay', by: 7 }], [[40, 47]]],
  ];
  for (const [name, timing, expected] of cases) test(name, () => expect(lengths(timing).map((pair) => pair.map((one) => (one === null ? null : Math.round(one * 1e6) / 1e6)))).toEqual(expected));
  test('frames are those of the host, counted from where the layer starts', () => {
    expect(lengths([{ op: 'speed', rate: 2 }], { rate: [24, 1], start: 9, duration: 48 })).toEqual([[60, 30]]);
  });
  test('of keys alone it goes up to the last one', () => {
    const project = projectOf([{ id: 'main', name: 'Main', duration: 100, layers: [{ id: 'a', name: 'A', kind: 'null', channels: { x: { keys: [{ at: 0, value: 0 }, { at: 19, value: 5 }] } }, timing: [{ op: 'speed', rate: 0.5 }] }] }]);
    const host = project.compositions.by['main']!;
    expect([...stepLengths(project, host, host.layers.by['a']!).values()]).toEqual([{ was: 20, is: 40 }]);
  });
});
