import { describe, expect, test } from 'vitest';
import { projectOf, type LayerInput } from '../../../../tests/support/projects';
import { sourceTimeAt } from '../../scene';
import type { Project } from '../../model';
import { applyPatches, stretchFactor, work, type Draft } from '..';

const film = (timing: readonly object[] = []) => projectOf([
  { id: 'main', name: 'Main', duration: 200, layers: [{ id: 'n', name: 'Card', kind: 'nest', source: 'card', start: 10, spans: [[10, 110]], timing } as unknown as LayerInput] },
  { id: 'card', name: 'Card', duration: 100, rigid: [[0, 20], [80, 100]], layers: [] } as never,
]);
const after = (project: Project, event: string, args: object) => applyPatches(project, (work(project, event as never, { composition: 'main', ...args } as never, () => 'new').draft as Draft).patches).project;
const card = (project: Project) => project.compositions.by['main']!.layers.by['n']!;
const shown = (project: Project, frame: number) => sourceTimeAt(project, project.compositions.by['main']!, card(project), frame);

describe('a nest with rigid spans, stretched by its bar', () => {
  test('longer: entrance and exit play as they are, the rest gives', () => {
    const long = after(film(), 'layers.stretch', { layers: ['n'], end: 'end', by: 60 });
    expect(card(long)).toMatchObject({ spans: [[10, 170]], timing: { by: { new: { op: 'elastic', length: 160 } } } });
    expect([0, 10, 20, 25, 140, 150].map((x) => shown(long, 10 + x))).toEqual([0, 10, 20, 22.5, 80, 90]);
    expect(card(after(long, 'layers.stretch', { layers: ['n'], end: 'end', by: -80 }))).toMatchObject({ spans: [[10, 90]], timing: { order: ['new'], by: { new: { length: 80 } } } });
  });
  test('it stops where only rigid is left', () => {
    const short = after(film(), 'layers.stretch', { layers: ['n'], end: 'end', by: -90 });
    expect(card(short)).toMatchObject({ spans: [[10, 50]], timing: { by: { new: { length: 40 } } } });
    expect([stretchFactor(film(), 'main', card(film()), 'end', -90), stretchFactor(film(), 'main', card(film()), 'end', -20)]).toEqual([{ factor: 0.4, stops: true }, { factor: 0.8, stops: false }]);
  });
  test('with another timing it is as fast as it was stretched; without rigid spans too', () => {
    expect(card(after(film([{ op: 'loop', id: 'l' }]), 'layers.stretch', { layers: ['n'], end: 'end', by: 100 })).timing.by['new']).toMatchObject({ op: 'speed', rate: 0.5 });
    const plain = after(film(), 'composition.set', { composition: 'card', fields: { rigid: [] } });
    expect(card(after(plain, 'layers.stretch', { layers: ['n'], end: 'end', by: 100 })).timing.by['new']).toMatchObject({ op: 'speed', rate: 0.5 });
  });
  test('rigid spans are put in order, joined and kept inside; they may follow markers', () => {
    expect(after(film(), 'composition.set', { composition: 'card', fields: { rigid: [[90, 130], [5, 20], [10, 30]] } }).compositions.by['card']!.rigid).toEqual([[5, 30], [90, 100]]);
    const tied = after(film(), 'composition.set', { composition: 'card', fields: { rigid: [[{ marker: 'm', end: false, plus: 0, was: 4 }, 9]] } });
    expect(tied.compositions.by['card']!.rigid).toEqual([[{ marker: 'm', end: false, plus: 0, was: 4 }, 9]]);
  });
});
