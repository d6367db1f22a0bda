import { expect, test } from 'vitest';
import type { Change } from '../../core/commands';
import { smallFilm } from '../../../tests/support/projects';
import { growthOf } from './growth';

test('growth is counted from what is there, whatever a change says that was, and each place once', () => {
  const film = smallFilm();
  const at = ['compositions', 'by', 'main', 'note'];
  const change = (...patches: Change['patches']): Change => ({ id: 'change-1', version: 2, event: 'composition.set', label: 'Note', patches });
  expect(growthOf(film, change({ path: at, from: 'x'.repeat(1000), to: 'y'.repeat(10) }))).toBe(10);
  expect(growthOf(film, change({ path: at, from: '', to: 'y'.repeat(10) }, { path: at, from: 'y'.repeat(500), to: 'z' }))).toBe(1);
  expect(growthOf(film, change({ path: ['compositions', 'by', 'gone', 'note'], from: 'x'.repeat(1000) }))).toBe(0);
});
