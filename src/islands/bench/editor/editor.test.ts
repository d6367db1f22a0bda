import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { addComposition, changeFrom, deleteComposition, deleteLayers, nestLayers, NO_MOMENTS, setDuration, setLayerField, type Draft } from '../../../core/commands';
import { newComposition } from '../../../core/model';
import { openEditor, type OpenedEditor } from '../../../../tests/support/editor';
import { smallFilm } from '../../../../tests/support/projects';
import { ACTIONS, actionOf } from './actions';
import { copySelection, paste } from './clipboard';
import { current, seen, type Editor } from './editor';
import { wholeView } from '../timeline/scale';

let opened: OpenedEditor;
let editor: Editor;

beforeEach(() => {
  opened = openEditor(smallFilm());
  ({ editor } = opened);
});
afterEach(() => {
  editor.close();
  vi.unstubAllGlobals();
});

const state = () => editor.store.getState();
const project = () => state().project;
const layers = () => current(state()).layers.order;

describe('the editor', () => {
  test('does an edit, tells the picture, and sends what the server asks for and nothing more', async () => {
    const draft = nestLayers(project(), 'main', ['lamp'], { name: 'N', inside: 'all', length: 'whole', frame: 0, bounds: () => null, newId: () => `n${Math.random()}` });
    expect(editor.apply(draft)).toBe(true);
    expect(opened.asked.some((request) => request.kind === 'patches')).toBe(true);
    await vi.waitFor(() => expect(opened.sent.length).toBe(1));
    expect(Object.keys(opened.sent[0]!.change).sort()).toEqual(['event', 'id', 'label', 'patches', 'version']);
    await vi.waitFor(() => expect(state().saved.kind).toBe('saved'));
  });
  test('lays a gesture over the document and lets go of it', () => {
    editor.tryOut('time.shift', { ...NO_MOMENTS, slide: ['lamp'], by: 9 });
    expect([seen(state()).compositions.by['main']!.layers.by['lamp']!.start, project().compositions.by['main']!.layers.by['lamp']!.start]).toEqual([9, 0]);
    editor.letGo();
    expect(seen(state())).toBe(project());
  });
  test('undo and redo are new changes, and what is gone is not selected', async () => {
    editor.select({ layers: ['lamp', 'tram'], keys: [{ layer: 'lamp', track: 'x', key: 'a' }], markers: [{ layer: 'tram', marker: 'm' }] });
    editor.apply(deleteLayers(project(), 'main', ['lamp', 'tram']));
    expect(state().selection).toMatchObject({ layers: [], keys: [], markers: [] });
    editor.undo();
    expect(layers()).toEqual(['tram', 'lamp', 'child']);
    editor.redo();
    expect(layers().filter((id) => ['tram', 'lamp', 'child'].includes(id))).toEqual(['child']);
    await vi.waitFor(() => expect(opened.sent.length).toBe(3));
    expect(new Set(opened.sent.map(({ change }) => change.id)).size).toBe(3);
  });
  test('a refusal and nothing to do change nothing', () => {
    const before = project();
    expect(editor.apply({ refused: 'That does not fit here.' })).toBe(false);
    expect(state().message).toMatchObject({ text: 'That does not fit here.', bad: true });
    expect(editor.apply(setLayerField(before, 'main', ['lamp'], 'visible', true))).toBe(false);
    expect(project()).toBe(before);
    editor.undo();
    expect(state().message?.text).toBe('There is nothing to undo.');
  });
  test('goes into a nest at the frame that it shows, and out to the play it came from', () => {
    editor.seek(47);
    editor.openNest('tram');
    expect([current(state()).id, state().frame]).toEqual(['reel', 7]);
    editor.seek(12);
    editor.goOut();
    expect([current(state()).id, state().frame, state().selection.layers]).toEqual(['main', 52, ['tram']]);
    editor.openNest('lamp');
    expect(current(state()).id).toBe('main');
  });
  test('settings are kept by the browser', () => {
    editor.setSettings({ ripple: true, shortcuts: { 'time.split': ['Q'] } });
    expect(JSON.parse(opened.kept.get('oak-settings')!)).toMatchObject({ ripple: true, shortcuts: { 'time.split': ['Q'] } });
  });
});

describe('when the document becomes another one', () => {
  /** What another window did, heard when this one is looked at again. */
  const elsewhere = async (draft: ReturnType<typeof setDuration>) => {
    const { event, label, patches } = draft!;
    opened.others.push({ revision: opened.others.length + 1, change: changeFrom({ event, label, patches }, `other-window-${opened.others.length}`) });
    const before = project();
    opened.focus();
    await vi.waitFor(() => expect(project()).not.toBe(before));
  };
  /** Nobody may ever see an open composition that is not there. */
  const watched = () => {
    const seenOnes: unknown[] = [];
    editor.store.subscribe((now) => seenOnes.push(current(now)));
    return () => expect(seenOnes.every((one) => one !== undefined)).toBe(true);
  };
  test('an open composition that another window deletes is left, and nobody sees a state between', async () => {
    editor.apply(addComposition(project(), newComposition('extra', 'Extra', { width: 9, height: 9, rate: [30, 1], duration: 9 })));
    await vi.waitFor(() => expect(state().saved.kind).toBe('saved'));
    editor.openComposition('extra');
    editor.set({ frame: 8 });
    const check = watched();
    opened.others.push({ revision: 1, change: opened.sent[0]!.change });
    await elsewhere(deleteComposition(project(), 'extra') as Draft);
    expect(current(state()).id).toBe('main');
    check();
  });
  test('undoing what made the open composition leaves it', () => {
    editor.apply(addComposition(project(), newComposition('extra', 'Extra', { width: 9, height: 9, rate: [30, 1], duration: 9 })));
    editor.openComposition('extra');
    const check = watched();
    editor.undo();
    expect(current(state()).id).toBe('main');
    check();
  });
  test('the playhead stays inside a composition that became shorter', () => {
    editor.seek(90);
    editor.apply(setDuration(project(), 'main', 40));
    expect(state().frame).toBe(39);
    expect(opened.asked.findLast((request) => request.kind === 'show')).toMatchObject({ look: { frame: 39 } });
  });
  test('a layer that is gone is neither selected, named, typed nor bent', async () => {
    editor.select({ layers: ['lamp', 'tram'], keys: [{ layer: 'lamp', track: 'x', key: 'a' }] });
    editor.set({ renaming: 'lamp', typing: 'lamp', bending: 'lamp' });
    await elsewhere(deleteLayers(project(), 'main', ['lamp']) as Draft);
    expect(state()).toMatchObject({ selection: { layers: ['tram'], keys: [] }, renaming: null, typing: null, bending: null });
  });
  test('what stays selected is the same selection', () => {
    editor.select({ layers: ['tram'] });
    const { selection } = state();
    editor.apply(setLayerField(project(), 'main', ['lamp'], 'visible', false));
    expect(state().selection).toBe(selection);
  });
});

describe('looking closer', () => {
  beforeEach(() => editor.set({ rooms: { picture: [600, 400], tracks: 1000 } }));
  test('in time, around the playhead, never beyond the whole', () => {
    editor.seek(50);
    actionOf('view.closer').run(editor);
    const { from, pixelsPerFrame } = state().view;
    expect((50 - from) * pixelsPerFrame).toBeCloseTo(500, 3);
    for (let i = 0; i < 9; i++) actionOf('view.farther').run(editor);
    expect(state().view).toEqual(wholeView(100, 1000));
  });
  test('at the picture, around its middle', () => {
    actionOf('picture.closer').run(editor);
    expect(state().picture.centre.map(Math.round)).toEqual([640, 360]);
    expect(actionOf('picture.fit').whyNot!(state())).toBeNull();
    actionOf('picture.fit').run(editor);
    expect(state().picture.zoom).toBeNull();
  });
});

describe('the clipboard of this window', () => {
  test('layers are copied and pasted at the playhead, above what is selected', async () => {
    editor.select({ layers: ['lamp'] });
    expect(copySelection(editor)).toContain('oak-tumble/project');
    editor.seek(30);
    await paste(editor, null);
    const [made] = state().selection.layers;
    expect(layers()).toEqual(['tram', made, 'lamp', 'child']);
    expect(current(state()).layers.by[made!]!.start).toBe(30);
  });
  test('a nest is not pasted into what it shows', async () => {
    editor.select({ layers: ['tram'] });
    const text = copySelection(editor);
    editor.openComposition('reel');
    await paste(editor, text);
    expect(state().message).toMatchObject({ text: 'That would put Reel inside itself.', bad: true });
    expect(layers()).toEqual(['bar']);
  });
  test('keys go to the layers that are selected', async () => {
    editor.select({ layers: ['lamp'], keys: [{ layer: 'lamp', track: 'x', key: 'b' }] });
    copySelection(editor);
    editor.select({ layers: ['child'], keys: [] });
    editor.seek(15);
    await paste(editor, null);
    expect(state().selection.keys).toMatchObject([{ layer: 'child', track: 'x' }]);
    editor.select({ layers: [], keys: [] });
    await paste(editor, null);
    expect(state().message?.text).toBe('Select the layers that the keys should go to.');
  });
});

describe('actions', () => {
  test('say why they cannot be done, and do what they say', () => {
    const why = (id: string) => actionOf(id).whyNot?.(state()) ?? null;
    editor.select({ layers: [] });
    for (const id of ['layers.nest', 'time.split', 'layers.unnest', 'keys.later', 'layers.out', 'edit.copy']) expect(why(id)).toMatch(/\.$/);
    editor.select({ layers: ['lamp'] });
    actionOf('layers.hide').run(editor);
    expect(current(state()).layers.by['lamp']!.visible).toBe(false);
    expect(actionOf('layers.hide').isOn!(state())).toBe(true);
    actionOf('new.null').run(editor);
    expect(layers().length).toBe(4);
    actionOf('layers.bottom').run(editor);
    expect(layers()[3]).toBe(state().selection.layers[0]);
    actionOf('time.marker').run(editor);
    expect(state().selection.markers.length).toBe(1);
    actionOf('edit.delete').run(editor);
    expect(state().selection.markers.length).toBe(0);
    actionOf('play.range-from').run(editor);
    expect(state().message?.text).toBe('The play range begins here.');
    editor.seek(20);
    actionOf('play.range-from').run(editor);
    expect(current(state()).range).toEqual([20, 100]);
  });
  test('trims and splits at the playhead', () => {
    editor.select({ layers: ['lamp'] });
    editor.seek(40);
    actionOf('time.trim-end').run(editor);
    expect(current(state()).layers.by['lamp']!.spans).toEqual([[0, 41]]);
    editor.seek(10);
    actionOf('time.split').run(editor);
    expect(layers().length).toBe(4);
    // The later part is selected, and goes on from here.
    const [later] = state().selection.layers;
    expect([later, current(state()).layers.by[later!]!.name]).toEqual([expect.not.stringMatching(/^lamp$/), 'Lamp 2']);
    editor.seek(20);
    actionOf('time.to-playhead').run(editor);
    expect(current(state()).layers.by[later!]!.start).toBe(10);
  });
  test('each has words for every state of the selection', () => {
    for (const chosen of [[], ['lamp'], ['lamp', 'tram']]) {
      editor.select({ layers: chosen });
      for (const action of ACTIONS) expect(typeof action.title === 'string' ? action.title : action.title(state())).toMatch(/^[A-Z]/);
    }
  });
});
