import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { openEditor, type OpenedEditor } from '../../../../tests/support/editor';
import { smallFilm } from '../../../../tests/support/projects';
import { setComposition } from '../../../core/commands';

let opened: OpenedEditor;
let now: number;
let frames: (() => void)[];

beforeEach(() => {
  now = 1000;
  frames = [];
  vi.stubGlobal('requestAnimationFrame', (work: () => void) => frames.push(work));
  vi.stubGlobal('performance', { timeOrigin: 5000, now: () => now });
  opened = openEditor(smallFilm());
});
afterEach(() => {
  opened.editor.close();
  vi.unstubAllGlobals();
});

const state = () => opened.editor.store.getState();
const played = () => opened.asked.findLast((request) => request.kind === 'play');
/** Some milliseconds later, at the page's next frame. */
function later(milliseconds: number): number {
  now += milliseconds;
  frames.splice(0).forEach((work) => work());
  return state().frame;
}
const ranged = (range: [number, number]) => opened.editor.apply(setComposition(state().project, 'main', { range }));

describe('playing', () => {
  test('goes by the clock from the playhead and round the range, whatever the page’s frames do', () => {
    ranged([20, 50]);
    opened.editor.seek(40);
    opened.editor.togglePlay();
    expect(played()).toMatchObject({ range: [20, 50], originFrame: 40, originTime: 6030, asNeeded: false });
    expect([later(30), later(34), later(200), later(100), later(4100)]).toEqual([40, 41, 47, 20, 23]);
  });
  test('begins at the range’s start when the playhead is at its end or outside', () => {
    ranged([20, 50]);
    for (const frame of [49, 50, 80, 3]) {
      opened.editor.seek(frame);
      opened.editor.togglePlay();
      expect(played()).toMatchObject({ originFrame: 20 });
      opened.editor.togglePlay();
    }
  });
  test('stops where it is, or goes back to where it began', () => {
    opened.editor.seek(30);
    opened.editor.togglePlay();
    later(30);
    later(1000);
    opened.editor.togglePlay();
    expect([state().playing, state().frame]).toEqual([false, 60]);
    opened.editor.setSettings({ stopReturns: true });
    opened.editor.togglePlay();
    later(30);
    expect(later(500)).toBe(75);
    opened.editor.togglePlay();
    expect(state().frame).toBe(60);
    // A frame that still comes moves nothing.
    expect(later(100)).toBe(60);
  });
  test('around here is a second to each side, within the composition', () => {
    opened.editor.seek(10);
    opened.editor.playAround();
    expect(played()).toMatchObject({ range: [0, 41], originFrame: 0 });
    opened.editor.togglePlay();
    opened.editor.seek(99);
    opened.editor.playAround();
    expect(played()).toMatchObject({ range: [69, 100], originFrame: 69 });
  });
});
