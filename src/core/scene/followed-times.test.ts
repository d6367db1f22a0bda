import { describe, expect, test } from 'vitest';
import { projectOf, type LayerInput } from '../../../tests/support/projects';
import { checkProject } from '../checks';
import { applyPatches, work, type Draft } from '../commands';
import { evaluateFrame } from '../evaluate';
import { readProject, type Project } from '../model';
import { sourceTimeAt, timingOf, trackAt, valueAt, worldMatrix } from '.';

const film = (timing: NonNullable<LayerInput['timing']>, { markers = [{ id: 'm', at: 12, name: 'arrive', length: 6 }], rigid = [], nest = {} }: { markers?: readonly object[]; rigid?: readonly unknown[]; nest?: object } = {}) => projectOf([
  { id: 'main', name: 'Main', duration: 100, layers: [{ id: 'n', name: 'N', kind: 'nest', source: 'reel', timing, ...nest } as LayerInput] },
  { id: 'reel', name: 'Reel', duration: 40, markers, rigid, layers: [{ id: 'w', name: 'W', kind: 'null', channels: { x: { keys: [{ at: 0, value: 0 }, { at: 39, value: 39 }] } } } as LayerInput] } as never,
]);
const shown = (project: Project, frame: number, layer = 'n') => sourceTimeAt(project, project.compositions.by['main']!, project.compositions.by['main']!.layers.by[layer]!, frame);
const after = (project: Project, event: string, args: object) => applyPatches(project, (work(project, event as never, args as never, () => 'new').draft as Draft).patches).project;
const moment = (more: object = {}) => ({ marker: 'm', end: false, plus: 0, was: 3, ...more });

describe('times that follow a marker', () => {
  test('a loop, a pause, a remap, pins and cues follow it as it is moved inside', () => {
    const timings = [[{ op: 'loop', from: 0, to: moment() }], [{ op: 'pause', at: moment(), for: 5 }], [{ op: 'remap', keys: [{ at: 0, to: 0 }, { at: 20, to: moment() }] }], [{ op: 'pins', pins: [[20, moment()]] }], [{ op: 'freeze', at: moment() }]] as const;
    for (const timing of timings) {
      const project = film(timing as never);
      const plain = (at: number) => film(JSON.parse(JSON.stringify(timing, (_, value: unknown) => (value !== null && typeof value === 'object' && 'marker' in value ? at : value))) as never);
      const moved = after(project, 'markers.set', { composition: 'reel', markers: [{ layer: null, marker: 'm' }], fields: { at: 17 } });
      for (let frame = 0; frame < 40; frame++) {
        expect(shown(project, frame)).toBe(shown(plain(12), frame));
        expect(shown(moved, frame)).toBe(shown(plain(17), frame));
      }
    }
  });
  test('its end and frames beside it count; without it what was counts, is told and mended', () => {
    expect(shown(film([{ op: 'freeze', at: moment({ end: true, plus: 2 }) } as never]), 9)).toBe(20);
    const lost = film([{ op: 'freeze', at: moment() } as never], { markers: [] });
    expect(shown(lost, 9)).toBe(3);
    const [problem] = checkProject(lost).filter(({ code }) => code === 'moment-missing');
    expect(problem).toMatchObject({ level: 'warning', where: { composition: 'main', layer: 'n' } });
    const mended = after(lost, problem!.mend!.do, problem!.mend!.with);
    expect([shown(mended, 9), checkProject(mended).some(({ code }) => code === 'moment-missing')]).toEqual([3, false]);
    expect(checkProject(film([{ op: 'freeze', at: moment(), off: true } as never], { markers: [] })).some(({ code }) => code === 'moment-missing')).toBe(false);
  });
  test('rigid spans follow markers of their composition; a take counts from where it begins', () => {
    const project = film([{ op: 'elastic', length: 60 } as never], { rigid: [[moment(), moment({ end: true })]] });
    expect(timingOf(project, project.compositions.by['main']!, project.compositions.by['main']!.layers.by['n']!).source!.rigid).toEqual([[12, 18]]);
    const taken = readProject(JSON.stringify({ format: 'oak-tumble/project', version: 2, name: 'T', main: 'main', compositions: [
      { id: 'main', name: 'Main', duration: 100, layers: [{ id: 'n', name: 'N', kind: 'nest', source: 'reel', take: 't', timing: [{ op: 'freeze', at: moment() }] }] },
      { id: 'reel', name: 'Reel', duration: 40, rigid: [[5, 15]], takes: [{ id: 't', name: 'T', from: 10, to: 30, loop: false }], markers: [{ id: 'm', at: 12 }], layers: [] },
    ] }));
    if (!taken.ok) throw new Error(JSON.stringify(taken.issues));
    const { source, stack } = timingOf(taken.value, taken.value.compositions.by['main']!, taken.value.compositions.by['main']!.layers.by['n']!);
    expect([source!.rigid, stack.content.at(50)]).toEqual([[[0, 5]], 2]);
  });
  test('on keys it is a marker of the layer, in layer time', () => {
    const project = projectOf([{ id: 'main', name: 'Main', duration: 100, layers: [{ id: 'a', name: 'A', kind: 'null', start: 4, markers: [{ id: 'm', at: 14 }], timing: [{ op: 'freeze', at: moment() }], channels: { x: { keys: [{ at: 0, value: 0 }, { at: 20, value: 20 }] } } } as never] }]);
    const host = project.compositions.by['main']!;
    expect(valueAt(project, host, host.layers.by['a']!, trackAt(project, host.layers.by['a']!, 'x')!, 50)).toBe(10);
  });
});

describe('steps narrowed to some tracks', () => {
  const narrowed = (tracks: readonly string[] | null) => projectOf([{ id: 'main', name: 'Main', duration: 100, layers: [{
    id: 'a', name: 'A', kind: 'shape', start: 2, timing: [{ op: 'step', every: 5, tracks }, { op: 'delay', by: 3 }],
    channels: { x: { keys: [{ at: 0, value: 0 }, { at: 50, value: 50 }] }, y: { keys: [{ at: 0, value: 0 }, { at: 50, value: 100 }] }, width: { keys: [{ at: 0, value: 10 }, { at: 50, value: 60 }] } },
  } as never] }]);
  const value = (project: Project, track: string, frame: number) => {
    const host = project.compositions.by['main']!;
    return Math.round((valueAt(project, host, host.layers.by['a']!, trackAt(project, host.layers.by['a']!, track)!, frame) as number) * 1e9) / 1e9;
  };
  test('reach those alone; others, and what asks for the layer’s own time, pass over them', () => {
    const project = narrowed(['x']);
    // At 16: 14 in layer time, held at 10 by the step, 3 later.
    expect([value(project, 'x', 16), value(project, 'y', 16), value(project, 'width', 16)]).toEqual([7, 22, 21]);
    expect(shown(project, 16, 'a')).toBe(11);
    expect([value(narrowed(null), 'y', 16), value(narrowed([]), 'x', 16)]).toEqual([14, 11]);
  });
  test('what is painted, and where it lies, is what the tracks say', () => {
    const project = narrowed(['x', 'width']);
    const host = project.compositions.by['main']!;
    for (const frame of [3, 16, 29]) {
      const [, , , , x, y] = worldMatrix(project, host, host.layers.by['a']!, frame, new Map());
      expect(x).toBeCloseTo(value(project, 'x', frame), 9);
      expect(y).toBeCloseTo(value(project, 'y', frame), 9);
      const painted = evaluateFrame(project, 'main', frame, { faces: () => null, purpose: 'bench' })!;
      const [one] = painted.layers;
      [one!.matrix[4], one!.matrix[5], one!.bounds![2] - one!.bounds![0]].forEach((number, i) => expect(number).toBeCloseTo(value(project, ['x', 'y', 'width'][i]!, frame), 9));
    }
  });
});
