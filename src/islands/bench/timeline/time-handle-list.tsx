import { tiesFor, timeHandles, type MarkedTime, type PlacedHandle } from '../../../core/scene';
import { member, type Composition, type Project } from '../../../core/model';
import { current } from '../editor/current';
import { useEditor, useEditorState } from '../editor/editor-context';
import { foldKey } from '../editor/state';

/** So far, in frames, is no way at all. */
const HAIR = 0.01;
/** Handles of more are not listed one by one. */
const MOST = 40;

/** The handles of the steps of the selected layer, in its open lane, as items for the keyboard: arrows pull them, T ties them to the marker nearest to them, Enter selects their step in the panel. */
export function TimeHandleList({ project, composition }: { readonly project: Project; readonly composition: Composition }) {
  const editor = useEditor();
  const [id] = useEditorState((state) => state.selection.layers);
  const lanes = useEditorState((state) => state.lanes);
  const layer = id === undefined ? undefined : member(composition.layers.by, id);
  if (!layer || layer.locked || !lanes.has(foldKey(composition.id, layer.id))) return null;
  const handles = timeHandles(project, composition, layer);
  if (handles.length === 0 || handles.length > MOST) return null;
  const onKeyDown = (drawn: PlacedHandle) => (event: React.KeyboardEvent) => {
    const far = event.shiftKey ? 10 : 1;
    const across = { ArrowRight: far, ArrowLeft: -far }[event.key] ?? 0;
    const up = { ArrowUp: far, ArrowDown: -far }[event.key] ?? 0;
    const ties = event.key.toLowerCase() === 't' && !event.ctrlKey && !event.metaKey && !event.altKey;
    if (event.key !== 'Enter' && !ties && across === 0 && up === 0) return;
    event.preventDefault();
    event.stopPropagation();
    if (event.key === 'Enter') return editor.select({ operator: drawn.operator });
    // Read anew: keys can be pressed faster than the list is drawn.
    const { project: now, way } = editor.store.getState();
    const open = current({ project: now, way });
    const fresh = member(open.layers.by, layer.id);
    const handle = fresh && timeHandles(now, open, fresh).find((one) => one.operator === drawn.operator && one.name === drawn.name);
    if (handle && ties) return tieToNearest(handle, tiesFor(now, open, fresh));
    if (!handle || (handle.goes === 'across' && across === 0) || (handle.goes === 'up' && up === 0)) return;
    const { fields, told } = handle.pull(across, up);
    editor.nudge(`pull ${handle.operator} ${handle.name}`, 'timing.set', { composition: open.id, layer: layer.id, operator: handle.operator, fields } as never);
    editor.say(`${handle.title}: ${told}.`);
  };
  /** Ties a time to the marker inside that is nearest to it. */
  const tieToNearest = (handle: PlacedHandle, markers: readonly MarkedTime[]) => {
    const [near] = [...markers].sort((a, b) => Math.abs(a.at - handle.gives) - Math.abs(b.at - handle.gives));
    if (!near) return editor.say('There is no marker inside to tie it to.');
    const away = near.at - handle.gives;
    // What is there already is moved a hair, so that it is caught.
    const { fields, told } = handle.pull(handle.goes === 'across' ? (away || HAIR) / (handle.pace || 1) : 0, handle.goes === 'across' ? 0 : away, { reach: 0.5 });
    if (!editor.do('timing.set', { composition: composition.id, layer: layer.id, operator: handle.operator, fields })) return editor.say(`It stands on ${near.name} already; its name can be typed in the panel.`);
    editor.say(`${handle.title}: ${told}.`);
  };
  return (
    <ul aria-label={`Handles of the timing of ${layer.name}`} className="absolute bottom-2 left-2 z-10">
      {handles.map((handle) => (
        <li key={`${handle.operator} ${handle.name}`}><button type="button" onKeyDown={onKeyDown(handle)} className="sr-only focus:not-sr-only focus:rounded-md focus:bg-deep focus:px-2 focus:py-1 focus:text-[12px]">{`${handle.title}, ${handle.name}: frame ${Math.round(handle.frame * 100) / 100}`}</button></li>
      ))}
    </ul>
  );
}
