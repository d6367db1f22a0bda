import { current, type Editor } from '../editor';
import type { Action } from './action';

const step = (by: number) => (editor: Editor) => editor.seek(editor.store.getState().frame + by);
const range = (end: 'from' | 'to') => (editor: Editor) => {
  const state = editor.store.getState();
  const { id, range: [from, to] } = current(state);
  // The range holds the playhead's frame: it begins with it, or ends after it.
  const next = end === 'from' ? [state.frame, Math.max(to, state.frame + 1)] : [Math.min(from, state.frame), state.frame + 1];
  if (!editor.do('composition.set', { composition: id, fields: { range: next as [number, number] } })) editor.say(end === 'from' ? 'The play range begins here.' : 'The play range ends here.');
};

const sharpen = (editor: Editor, by: number) => {
  const sharpness = Math.min(100, Math.max(25, (editor.store.getState().settings.sharpness ?? 100) + by));
  editor.setSettings({ sharpness });
  editor.say(`Pictures are painted at ${sharpness} % of what the screen shows.`);
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
  { id: 'play.sharper', title: 'Paint sharper pictures', group: 'Play', also: 'preview quality resolution', whyNot: (state) => (state.settings.sharpness === 100 ? 'Pictures are as sharp as the screen.' : null), run: (editor) => sharpen(editor, 25) },
  { id: 'play.coarser', title: 'Paint coarser pictures, faster', group: 'Play', also: 'preview quality resolution sharpness', whyNot: (state) => (state.settings.sharpness === 25 ? 'Pictures are as coarse as they get by this.' : null), run: (editor) => sharpen(editor, -25) },
  {
    id: 'play.as-needed', title: 'Sharpness as needed while it plays', group: 'Play', also: 'preview quality', isOn: (state) => state.settings.sharpness === null,
    run: (editor) => { const { sharpness } = editor.store.getState().settings; editor.setSettings({ sharpness: sharpness === null ? 100 : null }); editor.say(sharpness === null ? 'Pictures are always as sharp as the screen.' : 'Pictures are coarser while it plays, where they must be.'); },
  },
  { id: 'play.back', title: 'One frame back', group: 'Play', keys: ['ArrowLeft'], run: step(-1) },
  { id: 'play.on', title: 'One frame on', group: 'Play', keys: ['ArrowRight'], run: step(1) },
  { id: 'play.back-ten', title: 'Ten frames back', group: 'Play', keys: ['Shift+ArrowLeft'], run: step(-10) },
  { id: 'play.on-ten', title: 'Ten frames on', group: 'Play', keys: ['Shift+ArrowRight'], run: step(10) },
  { id: 'play.first', title: 'To the first frame', group: 'Play', keys: ['Home'], run: (editor) => editor.seek(0) },
  { id: 'play.last', title: 'To the last frame', group: 'Play', keys: ['End'], run: (editor) => editor.seek(current(editor.store.getState()).duration - 1) },
  { id: 'play.range-from', title: 'Begin the play range here', group: 'Play', keys: ['I'], also: 'start in', run: range('from') },
  { id: 'play.range-to', title: 'End the play range here', group: 'Play', keys: ['O'], also: 'out stop', run: range('to') },
  {
    id: 'rigid.range', title: 'Mark the play range as rigid', group: 'Time', also: 'protect stretch elastic hold entrance exit',
    run: (editor) => { const { id, name, range, rigid } = current(editor.store.getState()); if (!editor.do('composition.set', { composition: id, fields: { rigid: [...rigid, range] } })) editor.say(`Frames ${range[0]} to ${range[1]} of ${name} are rigid already.`); },
  },
  {
    id: 'rigid.none', title: 'Mark nothing as rigid', group: 'Time', also: 'protect stretch elastic',
    whyNot: (state) => (current(state).rigid.length === 0 ? 'Nothing of this composition is rigid.' : null),
    run: (editor) => { editor.do('composition.set', { composition: current(editor.store.getState()).id, fields: { rigid: [] } }); },
  },
  {
    id: 'play.range-whole', title: 'Play the whole composition', group: 'Play',
    whyNot: (state) => { const { range: [from, to], duration } = current(state); return from === 0 && to === duration ? 'The whole composition plays already.' : null; },
    run: (editor) => { const state = editor.store.getState(); const { id, duration } = current(state); editor.do('composition.set', { composition: id, fields: { range: [0, duration] } }); },
  },
];
