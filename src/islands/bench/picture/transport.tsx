import { CircleDot, Pause, Play, SkipBack, SkipForward } from 'lucide-react';
import { framesPerSecond } from '../../../core/time';
import { IconButton } from '../../../ui';
import { current } from '../editor/editor';
import { useEditor, useEditorState } from '../editor/editor-context';

/** Playing, and whether changes become keys. */
export function Transport() {
  const editor = useEditor();
  const playing = useEditorState((state) => state.playing);
  const keying = useEditorState((state) => state.keying);
  const composition = useEditorState((state) => current(state));
  const ready = useEditorState((state) => state.ready);
  const played = useEditorState((state) => state.played);
  const [from, to] = composition.range;
  const painted = ready?.composition === composition.id ? ready.frames.slice(from, to).reduce((sum, one) => sum + one, 0) : 0;
  return (
    <div className="flex h-9 shrink-0 items-center gap-2 px-3 pb-1">
      <IconButton label="To the first frame" hint="Home" onClick={() => editor.seek(0)}><SkipBack size={16} /></IconButton>
      <IconButton label={playing ? 'Stop' : 'Play'} hint="Space" onClick={editor.togglePlay}>{playing ? <Pause size={18} /> : <Play size={18} />}</IconButton>
      <IconButton label="To the last frame" hint="End" onClick={() => editor.seek(composition.duration - 1)}><SkipForward size={16} /></IconButton>
      <button
        type="button"
        aria-pressed={keying}
        title="Keying: while it is on, changes become keys at the playhead (R)"
        onClick={() => editor.store.setState({ keying: !keying })}
        className={`ml-1 inline-flex h-7 shrink-0 items-center gap-1.5 rounded-full px-3 text-[12.5px] font-semibold whitespace-nowrap ${keying ? 'bg-rust text-deep' : 'bg-raised text-paper hover:bg-lifted'}`}
      >
        <CircleDot size={13} aria-hidden="true" />
        {keying ? 'Keying is on' : 'Keying is off'}
      </button>
      <span className="ml-auto truncate text-[12px] text-muted" data-ready={painted} data-played={played ? JSON.stringify(played) : undefined}>
        {Math.round(framesPerSecond(composition.rate) * 1000) / 1000} fps, {painted} of {Math.round(to - from)} frames ready
      </span>
    </div>
  );
}
