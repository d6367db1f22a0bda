import { movesIn } from '../../../../core/scene';
import { inTime, member, type Composition } from '../../../../core/model';
import { current, type Editor } from '../editor';
import type { EditorState } from '../state';
import { chosenLayers, needsLayers, type Action } from './action';

const step = (by: number) => (editor: Editor) => editor.seek(editor.store.getState().frame + by);
const range = (end: 'from' | 'to') => (editor: Editor) => {
  const state = editor.store.getState();
  const { id, range: [from, to] } = current(state);
  // The range holds the playhead's frame: it begins with it, or ends after it.
  const next = end === 'from' ? [state.frame, Math.max(to, state.frame + 1)] : [Math.min(from, state.frame), state.frame + 1];
  if (!editor.do('composition.set', { composition: id, fields: { range: next as [number, number] } })) editor.say(end === 'from' ? 'The play range begins here.' : 'The play range ends here.');
};

/** Spans that follow markers of the open composition: over those that have a length, else from each odd one to the next. */
function rigidByMarkers(state: EditorState): Composition['rigid'] {
  const markers = inTime(current(state).markers);
  const at = (id: string, end: boolean, was: number) => ({ marker: id, end, plus: 0, was });
  const long = markers.filter(({ length }) => length > 0);
  if (long.length > 0) return long.map(({ id, at: from, length }) => [at(id, false, from), at(id, true, from + length)]) as unknown as Composition['rigid'];
  return markers.flatMap((marker, i) => { const next = markers[i + 1]; return i % 2 === 0 && next && next.at > marker.at ? [[at(marker.id, false, marker.at), at(next.id, false, next.at)]] : []; }) as unknown as Composition['rigid'];
}

/** What is asked about: what the menu was opened on, through nests, else the layer that is selected. */
function pathMeant({ pointed, selection }: EditorState): readonly string[] {
  return pointed ?? selection.layers.slice(0, 1);
}

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
  {
    id: 'time.when', title: 'When does this happen', group: 'Time', also: 'moves activity moments where find', whyNot: (state) => (state.pointed ? null : needsLayers(state)),
    run: (editor) => {
      const state = editor.store.getState();
      const path = pathMeant(state);
      const composition = current(state);
      let host: Composition | undefined = composition;
      const names = path.map((id) => { const layer = host && member(host.layers.by, id); host = layer?.kind === 'nest' ? member(state.project.compositions.by, layer.source) : undefined; return layer?.name ?? ''; });
      const title = names[names.length - 1]!;
      const asked = { composition: composition.id, title, spans: null };
      // What was pointed at is asked about once.
      editor.set({ happens: asked, pointed: null });
      void editor.picture.happens(composition.id, path).then((spans) => { if (editor.store.getState().happens === asked) editor.set({ happens: { ...asked, spans: spans ?? [] } }); });
    },
  },
  {
    id: 'time.when-next', title: 'To the next moment of what was asked about', group: 'Time', also: 'when happens moves', whyNot: (state) => (state.happens?.composition === current(state).id && state.happens.spans && state.happens.spans.length > 0 ? null : 'Ask when something happens first.'),
    run: (editor) => { const { happens, frame } = editor.store.getState(); const spans = happens!.spans!; editor.seek((spans.find(([from]) => from > frame) ?? spans[0]!)[0]); },
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
    id: 'rigid.moves', title: 'Mark what moves as rigid', group: 'Time', also: 'protect stretch elastic activity propose',
    run: (editor) => {
      // What a selected nest shows is meant, else the open composition.
      const state = editor.store.getState();
      const [only, more] = chosenLayers(state);
      const { id, name, duration } = (only?.kind === 'nest' && !more && member(state.project.compositions.by, only.source)) || current(state);
      editor.say(`Looking for what moves in ${name} …`);
      void editor.picture.activity(id, new AbortController().signal).then((counts) => {
        const moves = counts ? movesIn(counts) : [];
        if (moves.length === 0) return editor.say(`Nothing moves in ${name}.`);
        if (!editor.do('composition.set', { composition: id, fields: { rigid: moves.map(([from, to]) => [from, to === duration - 1 ? duration : to] as const) } })) editor.say(`What moves in ${name} is rigid already.`);
      });
    },
  },
  {
    id: 'rigid.markers', title: 'Mark from marker to marker as rigid', group: 'Time', also: 'protect stretch elastic moments', whyNot: (state) => (rigidByMarkers(state).length > 0 ? null : 'Set two markers of the composition, or one with a length.'),
    run: (editor) => { const state = editor.store.getState(); editor.do('composition.set', { composition: current(state).id, fields: { rigid: rigidByMarkers(state) } }); },
  },
  {
    id: 'rigid.none', title: 'Mark nothing as rigid', group: 'Time', also: 'protect stretch elastic',
    whyNot: (state) => (current(state).rigid.length === 0 ? 'Nothing of this composition is rigid.' : null),
    run: (editor) => { const { id, name } = current(editor.store.getState()); if (editor.do('composition.set', { composition: id, fields: { rigid: [] } })) editor.say(`Nothing of ${name} is rigid any more.`); },
  },
  {
    id: 'play.range-whole', title: 'Play the whole composition', group: 'Play',
    whyNot: (state) => { const { range: [from, to], duration } = current(state); return from === 0 && to === duration ? 'The whole composition plays already.' : null; },
    run: (editor) => { const state = editor.store.getState(); const { id, duration } = current(state); editor.do('composition.set', { composition: id, fields: { range: [0, duration] } }); },
  },
];
