import { keysOf, legAfter, type KeyRef, type Pull } from '../../../core/commands';
import { trackAt } from '../../../core/scene';
import { member, type Channel, type Composition, type Project } from '../../../core/model';
import { toField } from '../editor/actions/fields';
import { useEditor, useEditorState } from '../editor/editor-context';
import { current } from '../editor/current';
import { curveKey } from '../editor/state';
import { showNumber } from '../panel/read-number';

/** Handles of more selected keys than this are not listed one by one. */
const MOST = 8;

type Handle = { readonly ref: KeyRef; /** The key after which the motion is whose handle it is. */ readonly leg: KeyRef; readonly leaves: boolean; readonly time: number; readonly height: number; readonly label: string };

/** The handles of selected keys in open lanes as items for the keyboard: left and right for how long, up and down for how high, Enter to type. */
export function HandleList({ project, composition }: { readonly project: Project; readonly composition: Composition }) {
  const editor = useEditor();
  const chosen = useEditorState((state) => state.selection.keys);
  const lanes = useEditorState((state) => state.lanes);
  const handles = chosen.length > MOST ? [] : chosen.flatMap((ref) => (lanes.has(curveKey(composition.id, ref.layer, ref.track)) ? handlesOf(project, composition, ref) : []));
  if (handles.length === 0) return null;
  const onKeyDown = (drawn: Handle) => (event: React.KeyboardEvent) => {
    // Read anew: keys can be pressed faster than the list is drawn.
    const state = editor.store.getState();
    const handle = handlesOf(state.project, current(state), drawn.ref).find(({ label }) => label === drawn.label) ?? drawn;
    const far = event.shiftKey ? 10 : 1;
    const longer = { ArrowRight: handle.leaves ? 1 : -1, ArrowLeft: handle.leaves ? -1 : 1 }[event.key] ?? 0;
    const higher = { ArrowUp: 1, ArrowDown: -1 }[event.key] ?? 0;
    if (event.key === 'Enter') {
      event.preventDefault();
      event.stopPropagation();
      editor.select({ keys: [handle.ref] });
      return toField(editor, handle.leaves ? 'motion-leaves' : 'motion-arrives');
    }
    if (longer === 0 && higher === 0) return;
    event.preventDefault();
    event.stopPropagation();
    const time = Math.max(0, handle.time + longer * far);
    const height = handle.height + higher * far;
    // Both are said: a handle of which the time alone is said would lie level.
    const pull: Pull = handle.leaves ? { leaves: time, out: height } : { arrives: time, into: height };
    editor.nudge(`handle ${handle.label}`, 'keys.pull', { composition: composition.id, keys: [handle.leg], ...pull } as never);
  };
  return (
    <ul aria-label="Handles of the selected keys" className="absolute bottom-2 left-2 z-10">
      {handles.map((handle) => (
        <li key={handle.label}><button type="button" onKeyDown={onKeyDown(handle)} className="sr-only focus:not-sr-only focus:rounded-md focus:bg-deep focus:px-2 focus:py-1 focus:text-[12px]">{`${handle.label}: ${showNumber(handle.time)} f, ${showNumber(handle.height)}`}</button></li>
      ))}
    </ul>
  );
}

function handlesOf(project: Project, composition: Composition, ref: KeyRef): readonly Handle[] {
  const layer = member(composition.layers.by, ref.layer);
  const track = layer && trackAt(project, layer, ref.track);
  if (!layer || layer.locked || !track?.channel) return [];
  const keys = keysOf(track.channel) as readonly Channel['keys'][string][];
  const i = keys.findIndex((key) => key.id === ref.key);
  const name = `${track.spec.label} of ${layer.name}, key ${i + 1}`;
  const side = (from: number, leaves: boolean): readonly Handle[] => {
    const leg = from < 0 ? null : legAfter(track.channel!, track.spec.type, keys, from);
    return leg ? [{ ref, leg: { ...ref, key: keys[from]!.id }, leaves, time: leaves ? leg.leaves : leg.arrives, height: leaves ? leg.out : leg.into, label: `Handle by which it ${leaves ? 'leaves' : 'arrives'}, ${name}` }] : [];
  };
  return i < 0 ? [] : [...side(i - 1, false), ...side(i, true)];
}
