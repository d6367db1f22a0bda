import { CircleDot, Pause, Play, Plus, Repeat2, SkipBack, SkipForward } from 'lucide-react';
import { IconButton } from '../../../ui';
import { ActionButton } from '../action-button';
import { current } from '../editor/editor';
import { useEditor, useEditorState } from '../editor/editor-context';
import { KeyingChoices } from './keying-choices';
import { Meter } from './meter';
import { SHAPE_NAMES } from './new-shape';

const NEW = [['new.rectangle', 'new.ellipse', 'new.polygon', 'new.star'], ['new.path', 'new.text'], ['new.null', 'project.composition'], ['project.media']] as const;
const LOOK = [['picture.fit', 'picture.whole', 'picture.closer', 'picture.farther'], ['picture.pixels', 'picture.ground'], ['picture.thirds', 'picture.safe', 'picture.path']] as const;

/** Playing, whether changes become keys, what can be added, and how the picture is looked at. */
export function Transport() {
  const editor = useEditor();
  const playing = useEditorState((state) => state.playing);
  const keying = useEditorState((state) => state.keying);
  const composition = useEditorState((state) => current(state));
  const tool = useEditorState((state) => state.tool);
  const view = useEditorState((state) => state.picture);
  // Its name alone: as much as fits beside the meter in a narrow window.
  const inHand = tool.kind === 'choose' ? null : tool.kind === 'shape' ? SHAPE_NAMES[tool.shape] : tool.kind === 'pen' ? 'Pen' : 'Text';
  return (
    <div className="@container flex h-9 shrink-0 items-center gap-1 px-2 pb-1">
      <IconButton label="To the first frame" hint="Home" onClick={() => editor.seek(0)}><SkipBack size={16} /></IconButton>
      <IconButton label={playing ? 'Stop' : 'Play'} hint="Space" onClick={editor.togglePlay}>{playing ? <Pause size={18} /> : <Play size={18} />}</IconButton>
      <IconButton label="To the last frame" hint="End" onClick={() => editor.seek(composition.duration - 1)}><SkipForward size={16} /></IconButton>
      <IconButton label="Play around here" hint="Shift+Space" onClick={editor.playAround}><Repeat2 size={16} /></IconButton>
      <button
        type="button"
        aria-pressed={keying}
        title="Keying: while it is on, changes become keys at the playhead (R)"
        onClick={() => editor.set({ keying: !keying })}
        className={`mx-1 inline-flex h-7 shrink-0 items-center gap-1.5 rounded-full px-3 text-[12.5px] font-semibold whitespace-nowrap ${keying ? 'bg-rust text-deep' : 'bg-raised text-paper hover:bg-lifted'}`}
      >
        <CircleDot size={13} aria-hidden="true" />
        {keying ? 'Keying is on' : 'Keying is off'}
      </button>
      <KeyingChoices />
      <ActionButton label="Add something new" groups={NEW} lit={inHand !== null}><Plus size={14} aria-hidden="true" />{inHand ?? 'New'}</ActionButton>
      <ActionButton label="How the picture is looked at" groups={LOOK}><ZoomWords zoom={view.zoom} /></ActionButton>
      <Meter />
    </div>
  );
}

function ZoomWords({ zoom }: { readonly zoom: number | null }) {
  return zoom === null ? 'Fitted' : `${Math.round(zoom * 100)} %`;
}
