import { CornerDownRight } from 'lucide-react';
import { memo, useMemo, useRef } from 'react';
import type { KeyRef } from '../../../core/commands';
import { keptOfLayer, trackAt } from '../../../core/scene';
import { isDrawn, member, type Composition, type Layer, type Project } from '../../../core/model';
import { Button, InPlace } from '../../../ui';
import { useCaughtUp } from '../caught-up';
import { current, seenSoon } from '../editor/editor';
import { useEditor, useEditorState } from '../editor/editor-context';
import { meantLegsIn } from '../editor/meant-legs';
import type { EditorState } from '../editor/state';
import { useStaged } from '../staged';
import { BarGroup } from './bar-group';
import { ChannelField } from './channel-field';
import { CompositionPanel } from './composition-panel';
import { DialsGroup, PublicDials } from './dials-group';
import { Group } from './group';
import { InkGroups } from './ink-group';
import { Kept } from './kept';
import { KeyGroup } from './key-group';
import { LayerFacts } from './layer-facts';
import { MarkerList } from './marker-list';
import { MotionGroup } from './motion-group';
import { CopiesGroup, ShapeGroup, TextGroup } from './own-groups';
import { TimingStack } from './timing-stack';

/** More layers than this are not followed through a drag. */
const MANY = 3;
const NO_LEGS: readonly KeyRef[] = [];
const POSE = ['x', 'y', 'scaleX', 'scaleY', 'rotation', 'skew', 'pivotX', 'pivotY', 'opacity'];

/** What can be changed on what is selected: a layer, several at once, or the open composition. It follows drags and playing as it finds time: the picture and the timeline go first. */
export function Panel() {
  // Of many layers the numbers are mixed anyway: they wait until a drag is over.
  const shown = (state: EditorState) => (state.selection.layers.length > MANY ? state.project : seenSoon(state));
  const now = {
    project: useEditorState(shown), composition: useEditorState((state) => current({ ...state, project: shown(state) })),
    frame: useEditorState((state) => state.frame), selected: useEditorState((state) => state.selection.layers), keys: useEditorState((state) => state.selection.keys),
  };
  const room = useRef<HTMLDivElement>(null);
  const seen = useCaughtUp(now, room);
  return <div ref={room} className="contents"><PanelOf {...seen} /></div>;
}

const PanelOf = memo(function PanelOf({ project, composition, frame, selected, keys }: { readonly project: Project; readonly composition: Composition; readonly frame: number; readonly selected: readonly string[]; readonly keys: readonly KeyRef[] }) {
  const editor = useEditor();
  const layers = useMemo(() => selected.flatMap((id) => member(composition.layers.by, id) ?? []), [selected, composition]);
  const stage = useStaged(3);
  const legs = useMemo(() => (selected.length > MANY ? NO_LEGS : meantLegsIn(project, composition, { keys, layers: selected }, frame)), [project, composition, keys, selected, frame]);
  const [layer] = layers;
  if (!layer) return <CompositionPanel />;
  const several = layers.length > 1;
  // What a nest is about is time: that stands first.
  const nests = layers.every((one) => one.kind === 'nest');
  const drawn = layers.every((one) => isDrawn(one.kind));
  const placed = layers.every((one) => trackAt(project, one, 'position')?.channel);
  const fields = { project, composition, layers, frame };
  const motion = legs.length > 0 && stage > 1 && <MotionGroup project={project} composition={composition} legs={legs} />;
  // What a layer of dials is for stands first, unless keys are meant.
  const dials = <DialsGroup {...fields} />;
  return (
    <div className="flex flex-col gap-2.5 p-3">
      <header className="flex items-center gap-2">
        <h2 className="max-w-60 min-w-0 font-title text-[17px] font-semibold">
          {several ? <span className="px-1">{layers.length} layers</span> : <InPlace key={layer.id} label="Layer name" value={layer.name} onSet={(name) => editor.do('layers.set', { composition: composition.id, layers: [layer.id], field: 'name', value: name })} />}
        </h2>
        <span className="min-w-0 grow truncate text-muted">{several ? kindsOf(layers) : kindWords(project, layer)}</span>
        {!several && layer.kind === 'nest' && member(project.compositions.by, layer.source) && (
          <Button onClick={() => editor.openNest(layer.id)} title="Open this nest in place (Enter)"><CornerDownRight size={13} aria-hidden="true" /> Open</Button>
        )}
      </header>
      {keys.length === 0 && dials}
      {keys.length > 0 && <KeyGroup project={project} composition={composition} refs={keys} />}
      {(keys.length > 0 || !nests) && motion}
      {nests && <PublicDials {...fields} />}
      {keys.length > 0 && dials}
      {nests && stage > 1 && <TimingStack project={project} composition={composition} layers={layers} />}
      {nests && stage > 1 && <BarGroup composition={composition} layers={layers} />}
      {keys.length === 0 && nests && motion}
      <LayerFacts project={project} composition={composition} layers={layers} />
      {drawn && stage > 1 && (
        <Group title="Place">
          {(placed ? ['position', ...POSE.slice(2)] : POSE).map((channel) => <ChannelField key={channel} {...fields} channel={channel} wide={channel === 'position'} />)}
        </Group>
      )}
      {stage > 2 && <>
        <ShapeGroup {...fields} />
        <TextGroup {...fields} />
        <CopiesGroup {...fields} />
        <InkGroups {...fields} />
        {!nests && <TimingStack project={project} composition={composition} layers={layers} />}
        {!nests && <BarGroup composition={composition} layers={layers} />}
        {!several && <MarkerList composition={composition} owner={layer} layer={layer.id} />}
        {!several && <Kept things={keptOfLayer(layer)} />}
      </>}
    </div>
  );
});

function kindsOf(layers: readonly Layer[]): string {
  const names = [...new Set(layers.map((layer) => layer.kind))];
  return names.length === 1 ? `all ${names[0] === 'null' ? 'nulls' : names[0] === 'text' ? 'text' : `${names[0]}s`}` : names.join(', ');
}

function kindWords(project: Project, layer: Layer): string {
  switch (layer.kind) {
    case 'nest': return `nest of ${member(project.compositions.by, layer.source)?.name ?? 'a missing composition'}`;
    case 'shape': return { rectangle: 'rectangle', ellipse: 'ellipse', polygon: 'polygon', star: 'star', path: 'drawn shape' }[layer.shape];
    case 'text': return 'text';
    case 'null': return 'null: a pose alone';
    case 'image': return `picture ${member(project.assets.by, layer.source)?.name ?? 'that is missing'}`;
    case 'copies': return 'live repeats of a layer';
    case 'dials': return 'values that formulas read';
    case 'wash': return layer.appliesTo === null ? 'wash over all below it' : 'wash over one layer';
    default: return `${layer.kind}, kept and not played yet`;
  }
}
