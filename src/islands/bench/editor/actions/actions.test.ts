import { readdirSync, readFileSync } from 'node:fs';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { openEditor } from '../../../../../tests/support/editor';
import { projectOf, smallFilm } from '../../../../../tests/support/projects';
import { PLAIN_SETTINGS } from '../settings';
import { current, type Editor } from '../editor';
import type { EditorState } from '../state';
import { CHANNEL_FIELDS, FIELD_ACTIONS } from './fields';
import { ACTIONS, actionFor, actionOf, keysFor, runAction } from '.';

let editor: Editor;
const state = () => editor.store.getState();

/** Those that ask the browser for files, for its clipboard or for a field of its page: the journeys in the browser do them. */
const OUTSIDE = new Set(ACTIONS.filter((action) => /^(project\.(media|export|file|import|bundle)|edit\.(copy|cut|paste)|timing\.copy|field\.)/.test(action.id)).map((action) => action.id));

beforeEach(() => {
  vi.stubGlobal('requestAnimationFrame', () => 0);
  ({ editor } = openEditor(smallFilm()));
});
afterEach(() => {
  editor.close();
  vi.unstubAllGlobals();
});

const SELECTIONS = {
  nothing: {},
  'a keyed layer': { layers: ['lamp'] },
  'a nest': { layers: ['tram'] },
  'several layers': { layers: ['tram', 'lamp', 'child'] },
  keys: { layers: ['lamp'], keys: [{ layer: 'lamp', track: 'x', key: 'b' }] },
  'a marker': { layers: ['tram'], markers: [{ layer: 'tram', marker: 'm' }] },
} as const;

/** What a person sees of the state beside the document: the view and what is said. */
const BEHIND = new Set(['project', 'history', 'saved', 'shown', 'ready', 'problems', 'missing', 'played']);
const visible = (all: EditorState) => JSON.stringify(all, (name, value: unknown) => (BEHIND.has(name) ? undefined : value instanceof Set ? [...value] : value));

describe('each action', () => {
  for (const [name, selection] of Object.entries(SELECTIONS)) {
    test(`with ${name} selected does something or says why not, and undo brings back the same document`, () => {
      for (const { id } of ACTIONS) {
        if (OUTSIDE.has(id)) continue;
        editor.close();
        ({ editor } = openEditor(smallFilm()));
        editor.seek(20);
        editor.select(selection);
        editor.store.setState({ message: null });
        const before = state();
        runAction(editor, id);
        const after = state();
        expect(after.project !== before.project || visible(after) !== visible(before), id).toBe(true);
        if (after.project === before.project) continue;
        editor.undo();
        expect(state().project, `${id}, undone`).toEqual(before.project);
        editor.redo();
        expect(state().project, `${id}, done again`).toEqual(after.project);
      }
    });
  }
  test('with an empty composition open does not fall', () => {
    for (const { id } of ACTIONS) {
      if (OUTSIDE.has(id)) continue;
      editor.close();
      ({ editor } = openEditor(projectOf([{ id: 'main', name: 'Main' }])));
      expect(() => runAction(editor, id), id).not.toThrow();
    }
  });
  test('that cannot be done says so in a sentence and changes nothing', () => {
    for (const action of ACTIONS) {
      const why = action.whyNot?.(state()) ?? null;
      if (why === null) continue;
      const { project } = state();
      runAction(editor, action.id);
      expect(state().message?.text, action.id).toBe(why);
      expect(why, action.id).toMatch(/^[A-Z].*\.$/);
      expect(state().project).toBe(project);
    }
  });
});

describe('switches', () => {
  test.each(ACTIONS.filter((action) => action.isOn && !/(filter|takes|quality|blend|before|after)-/.test(action.id)).map((action) => action.id))('%s, pressed twice, is as it was', (id) => {
    editor.select({ layers: ['tram'], keys: [{ layer: 'lamp', track: 'x', key: 'a' }] });
    const on = () => actionOf(id).isOn!(state());
    const before = on();
    runAction(editor, id);
    expect(on()).toBe(!before);
    runAction(editor, id);
    expect(on()).toBe(before);
  });
});

describe('the lane over the whole timeline', () => {
  test('is of the open composition, and opens the lane that it leaves behind', () => {
    editor.select({ layers: ['tram'] });
    runAction(editor, 'view.lane-alone');
    expect(state().laneAlone).toBe('main/tram');
    expect(state().lanes.has('main/tram')).toBe(true);
    runAction(editor, 'view.unfold-all');
    expect(state().laneAlone).toBeNull();
    runAction(editor, 'view.lane-alone');
    editor.openNest('tram');
    expect(current(state()).id).toBe('reel');
    expect(actionOf('view.lane-alone').isOn!(state())).toBe(false);
    expect(actionOf('view.lane-alone').whyNot!(state())).toMatch(/Select a nest/);
  });
});

describe('zooming ends', () => {
  test('in time at the whole composition and at a cell for each frame', () => {
    editor.set({ rooms: { ...state().rooms, tracks: 900 } });
    expect(actionOf('view.farther').whyNot!(state())).toMatch(/whole composition/);
    for (let i = 0; i < 20; i++) runAction(editor, 'view.closer');
    expect(actionOf('view.closer').whyNot!(state())).toMatch(/as wide as they go/);
    for (let i = 0; i < 20; i++) runAction(editor, 'view.farther');
    expect(actionOf('view.whole').whyNot!(state())).toMatch(/shown already/);
  });
  test('on the picture at 32 times and at a twentieth', () => {
    editor.set({ rooms: { ...state().rooms, picture: [640, 480] } });
    for (let i = 0; i < 20; i++) runAction(editor, 'picture.closer');
    expect(state().picture.zoom).toBe(32);
    expect(actionOf('picture.closer').whyNot!(state())).toMatch(/as close as it goes/);
    for (let i = 0; i < 40; i++) runAction(editor, 'picture.farther');
    expect(actionOf('picture.farther').whyNot!(state())).toMatch(/as small as it goes/);
    runAction(editor, 'picture.fit');
    expect(state().picture.zoom).toBeNull();
  });
});

describe('from problem to problem', () => {
  const tick = (frame: number, composition = 'main') => ({ code: 'blank-frames', level: 'warning', message: `Blank at ${frame}.`, where: { composition, layer: 'tram', frame } }) as EditorState['problems'][number];
  test('in order of time, round at either end, those of other compositions left out', () => {
    editor.store.setState({ problems: [tick(60), tick(30), tick(5, 'reel'), { ...tick(0), where: { composition: 'main' } }] });
    const visited = ['time.next-problem', 'time.next-problem', 'time.next-problem', 'time.problem-before'].map((id) => {
      runAction(editor, id);
      return state().frame;
    });
    expect(visited).toEqual([30, 60, 30, 60]);
    expect(state().message?.text).toBe('Blank at 60.');
    expect(state().selection.layers).toEqual(['tram']);
  });
  test('without one it says so', () => {
    runAction(editor, 'time.next-problem');
    expect(state().message?.text).toBe('No problem has a moment on this ruler.');
  });
});

test('every press is one that the keyboard can make, and starts its action', () => {
  for (const action of ACTIONS) for (const press of keysFor(action, PLAIN_SETTINGS)) expect(actionFor(press, PLAIN_SETTINGS)?.id, press).toBe(action.id);
});

test('each field that the panel names has an action, and each such action a field', () => {
  const folder = new URL('../../panel/', import.meta.url);
  const text = readdirSync(folder).filter((file) => file.endsWith('.tsx')).map((file) => readFileSync(new URL(file, folder), 'utf8')).join('\n');
  const named = new Set([...text.matchAll(/\bdata-field="([^"]+)"|<(?:Labelled|Group|InkChoice)\b[^>]*?\bfield="([^"]+)"/g)].map(([, one, other]) => one ?? other!));
  const listed = FIELD_ACTIONS.map(({ id }) => id.slice('field.'.length));
  expect(named.size).toBeGreaterThan(20);
  expect([...named].filter((field) => !listed.includes(field))).toEqual([]);
  // Channels and numbers of operators are named by the model, not in the text.
  expect(listed.filter((field) => !named.has(field) && !field.startsWith('step.') && !CHANNEL_FIELDS.includes(field))).toEqual([]);
});
