import { CornerDownRight } from 'lucide-react';
import { channelsOfLayer, isDrawn, member, type FoundChannel, type Layer, type Project } from '../../../core/model';
import { Button } from '../../../ui';
import { current, seen } from '../editor/editor';
import { useEditor, useEditorState } from '../editor/editor-context';
import { ChannelField } from './channel-field';
import { CompositionPanel } from './composition-panel';
import { TimingStack } from './timing-stack';

/** Channels that stand in the panel for each kind; what the painter does not paint yet is not shown. */
const POSE = ['x', 'y', 'scaleX', 'scaleY', 'rotation', 'skew', 'pivotX', 'pivotY', 'opacity'];
const SHAPES: Readonly<Record<string, readonly string[]>> = {
  rectangle: ['width', 'height', 'corner'], ellipse: ['width', 'height'], polygon: ['width', 'height', 'sides'], star: ['width', 'height', 'sides', 'inner'], path: ['outline'],
};
const INKS = ['fill.colour', 'stroke.colour', 'stroke.width', 'stroke.dashShift', 'stroke.trimFrom', 'stroke.trimTo', 'stroke.trimShift'];

/** What can be changed on the selected layer. */
export function Panel() {
  const editor = useEditor();
  const project = useEditorState(seen);
  const composition = useEditorState((state) => current({ ...state, project: seen(state) }));
  const frame = useEditorState((state) => state.frame);
  const selected = useEditorState((state) => state.selection.layers);
  const layer = member(composition.layers.by, selected[0] ?? '');
  if (!layer) return <CompositionPanel />;
  const field = (found: FoundChannel) => <ChannelField key={`${layer.id} ${found.name}`} project={project} composition={composition} layer={layer} found={found} frame={frame} />;
  const groups = fieldsOf(layer);
  return (
    <div className="flex flex-col gap-3 p-4">
      <header className="flex items-center gap-2">
        <h2 className="truncate font-title text-[17px] font-semibold">{layer.name}</h2>
        <span className="min-w-0 grow truncate text-muted">{kindWords(project, layer)}{selected.length > 1 ? `, and ${selected.length - 1} more` : ''}</span>
        {layer.kind === 'nest' && member(project.compositions.by, layer.source) && (
          <Button onClick={() => editor.openNest(layer.id)} title="Open this nest in place (Enter)"><CornerDownRight size={13} aria-hidden="true" /> Open</Button>
        )}
      </header>
      {groups.map((group, i) => (
        <div key={i} className={`grid grid-cols-2 gap-x-3 gap-y-1 ${i > 0 ? 'border-t border-line pt-3' : ''}`}>{group.map(field)}</div>
      ))}
      <div className="border-t border-line pt-3">
        <TimingStack project={project} composition={composition} layer={layer} />
      </div>
    </div>
  );
}

function fieldsOf(layer: Layer): readonly (readonly FoundChannel[])[] {
  const all = channelsOfLayer(layer);
  const pick = (names: readonly string[]) => names.flatMap((name) => all.find((found) => found.name === name) ?? []);
  const place = isDrawn(layer.kind) ? (all.find((found) => found.name === 'position')?.channel ? ['position', ...POSE.slice(2)] : POSE) : [];
  const own = layer.kind === 'shape' ? SHAPES[layer.shape]! : layer.kind === 'text' ? ['text', 'size', 'leading', 'tracking', 'boxWidth'] : [];
  const inks = layer.kind === 'shape' || layer.kind === 'text' ? INKS.filter((name) => inksNow(layer, name)) : [];
  return [pick(place), pick([...own, ...inks])].filter((group) => group.length > 0);
}

/** Fields that change nothing as the layer is are left out: a dash shift without dashes, a trim without a stroke. */
function inksNow(layer: Extract<Layer, { kind: 'shape' | 'text' }>, name: string): boolean {
  if (name === 'fill.colour') return layer.fill.kind === 'flat';
  const width = layer.stroke.channels.width;
  const stroked = width !== undefined && (width.value > 0 || Object.keys(width.keys).length > 0);
  if (name === 'stroke.dashShift') return stroked && layer.stroke.dash.length > 0;
  return stroked || name === 'stroke.width';
}

function kindWords(project: Project, layer: Layer): string {
  switch (layer.kind) {
    case 'nest': return `nest of ${member(project.compositions.by, layer.source)?.name ?? 'a missing composition'}`;
    case 'shape': return { rectangle: 'rectangle', ellipse: 'ellipse', polygon: 'polygon', star: 'star', path: 'drawn shape' }[layer.shape];
    case 'text': return 'text';
    case 'null': return 'null: a pose alone';
    case 'image': return 'picture';
    default: return `${layer.kind}, kept and not played yet`;
  }
}
