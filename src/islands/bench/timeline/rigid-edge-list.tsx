import { rigidEdges, type RigidEdge } from '../../../core/scene';
import { member, type Composition, type Project } from '../../../core/model';
import { current } from '../editor/current';
import { useEditor, useEditorState } from '../editor/editor-context';

/** Edges of more are not listed one by one. */
const MOST = 40;

/** The edges of what is rigid inside the selected nest, as items for the keyboard: arrows pull them, in every use. */
export function RigidEdgeList({ project, composition }: { readonly project: Project; readonly composition: Composition }) {
  const editor = useEditor();
  const [id] = useEditorState((state) => state.selection.layers);
  const layer = id === undefined ? undefined : member(composition.layers.by, id);
  const edges = layer && !layer.locked ? rigidEdges(project, composition, layer) : [];
  if (!layer || edges.length === 0 || edges.length > MOST) return null;
  const onKeyDown = (drawn: RigidEdge) => (event: React.KeyboardEvent) => {
    const by = { ArrowRight: 1, ArrowLeft: -1 }[event.key];
    if (by === undefined) return;
    event.preventDefault();
    event.stopPropagation();
    // Read anew: keys can be pressed faster than the list is drawn.
    const { project: now, way } = editor.store.getState();
    const open = current({ project: now, way });
    const fresh = member(open.layers.by, layer.id);
    const edge = fresh && rigidEdges(now, open, fresh).find(({ span, end }) => span === drawn.span && end === drawn.end);
    if (!edge) return;
    const { rigid, told } = edge.pull((by * (event.shiftKey ? 10 : 1)) / edge.pace);
    if (editor.nudge(`rigid ${edge.span} ${edge.end}`, 'composition.set', { composition: edge.composition, fields: { rigid } })) editor.say(`${told.charAt(0).toUpperCase()}${told.slice(1)}.`);
  };
  return (
    <ul aria-label={`Rigid spans in ${layer.name}`} className="absolute bottom-2 left-2 z-10">
      {edges.map((edge) => <li key={`${edge.span} ${edge.end}`}><button type="button" onKeyDown={onKeyDown(edge)} className="sr-only focus:not-sr-only focus:rounded-md focus:bg-deep focus:px-2 focus:py-1 focus:text-[12px]">{edge.name}</button></li>)}
    </ul>
  );
}
