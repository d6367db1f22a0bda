import { expect, test } from 'vitest';
import { projectOf } from '../../../tests/support/projects';
import { keptOfComposition, keptOfLayer, keptOfProject } from '.';

test('what is kept and not shown yet is said of a project, a composition and a layer; what rests at its default is not', () => {
  const plain = projectOf([{ id: 'main', name: 'Main', layers: [{ id: 'a', name: 'A', kind: 'null', timing: [{ op: 'reverse', to: 10 }], channels: { x: { keys: [{ at: 0, value: 0 }, { at: 9, value: 5 }] } } }] }]);
  const main = plain.compositions.by['main']!;
  expect([keptOfProject(plain), keptOfComposition(main), keptOfLayer(main.layers.by['a']!)]).toEqual([[], [], []]);

  const full = projectOf([
    { id: 'main', name: 'Main', contacts: [{ id: 't', layer: 'a', point: [0, 0], from: 0, to: 4 }], rigid: [[2, 6]], layers: [
      { id: 'a', name: 'A', kind: 'text', letters: { by: 'word' }, turnBy: 12, partner: 'b', channels: { x: { limits: [0, 4], keys: [{ at: 0, value: 0, pace: 3 }, { at: 9, value: 5 }] } } },
      { id: 'b', name: 'B', kind: 'nest', source: 'reel', travel: { contacts: ['t'] }, pose: ['x'] },
    ] },
    { id: 'reel', name: 'Reel', version: { of: 'main' } },
  ], { presets: [{ name: 'Soft', of: 'recipe', data: 1 }, { name: 'Own', of: 'curve', data: { kind: 'back' } }], newKeys: 'drawn', still: ['main', 12] });
  const { main: host, reel } = full.compositions.by as Record<'main' | 'reel', typeof main>;
  expect(keptOfProject(full)).toEqual(['one preset']);
  expect([keptOfComposition(host), keptOfComposition(reel)]).toEqual([['contacts'], ['what it is a version of']]);
  expect(keptOfLayer(host.layers.by['a']!)).toEqual(['letters', 'turning along its path']);
  expect(keptOfLayer(host.layers.by['b']!)).toEqual(['travelling by contacts']);
});
