import { current, type Editor } from '../editor';
import type { Action } from './action';

const step = (by: number) => (editor: Editor) => editor.seek(editor.store.getState().frame + by);
const range = (end: 'from' | 'to') => (editor: Editor) => {
  const state = editor.store.getState();
  const { id, range: [from, to] } = current(state);
  // The range holds the playhead's frame: it begins with it, or ends after it.
  const next = end === 'from' ? [state.frame, Math.max(to, state.frame + 1)] : [Math.min(from, state.frame), state.frame + 1];
  if (!editor.do('composition.set', { composition: id, fields: { range: next as [number, number] } })) editor.say('The play range is so already.');
};

export const PLAY_ACTIONS: readonly Action[] = [
  { id: 'play.toggle', title: (state) => (state.playing ? 'Stop' : 'Play'), group: 'Play', keys: ['Space'], run: (editor) => editor.togglePlay() },
  { id: 'play.around', title: 'Play around here', group: 'Play', keys: ['Shift+Space'], run: (editor) => editor.playAround() },
  {
    id: 'play.returns', title: 'Stopping goes back to where playing began', group: 'Play', isOn: (state) => state.settings.stopReturns,
    run: (editor) => {
      const stopReturns = !editor.store.getState().settings.stopReturns;
      editor.setSettings({ stopReturns });
      editor.say(stopReturns ? 'Stopping goes back to where playing began.' : 'Stopping stays where it is.');
    },
  },
  ...([['whole', 'Whole quality'], ['half', 'Half quality'], ['quarter', 'Quarter quality'], ['needed', 'Quality as needed while playing']] as const).map(([quality, title]): Action => ({
    id: `play.quality-${quality}`, title, group: 'Play', isOn: (state) => state.settings.quality === quality,
    run: (editor) => { editor.setSettings({ quality }); editor.say(`${title}.`); },
  })),
  { id: 'play.back', title: 'One frame back', group: 'Play', keys: ['ArrowLeft'], run: step(-1) },
  { id: 'play.on', title: 'One frame on', group: 'Play', keys: ['ArrowRight'], run: step(1) },
  { id: 'play.back-ten', title: 'Ten frames back', group: 'Play', keys: ['Shift+ArrowLeft'], run: step(-10) },
  { id: 'play.on-ten', title: 'Ten frames on', group: 'Play', keys: ['Shift+ArrowRight'], run: step(10) },
  { id: 'play.first', title: 'To the first frame', group: 'Play', keys: ['Home'], run: (editor) => editor.seek(0) },
  { id: 'play.last', title: 'To the last frame', group: 'Play', keys: ['End'], run: (editor) => editor.seek(current(editor.store.getState()).duration - 1) },
  { id: 'play.range-from', title: 'Begin the play range here', group: 'Play', keys: ['Shift+I'], run: range('from') },
  { id: 'play.range-to', title: 'End the play range here', group: 'Play', keys: ['Shift+O'], run: range('to') },
  {
    id: 'play.range-whole', title: 'Play the whole composition', group: 'Play',
    whyNot: (state) => { const { range: [from, to], duration } = current(state); return from === 0 && to === duration ? 'The whole composition plays already.' : null; },
    run: (editor) => { const state = editor.store.getState(); const { id, duration } = current(state); editor.do('composition.set', { composition: id, fields: { range: [0, duration] } }); },
  },
];
