import { LocateFixed } from 'lucide-react';
import { memo } from 'react';
import { barAndBeat, beatAt, formatTimecode, readTypedTime } from '../../../core/time';
import { TypedField } from '../../../ui';
import { runAction } from '../editor/actions';
import { current } from '../editor/editor';
import { useEditor, useEditorState } from '../editor/editor-context';

/** The first stop of the trail: where the playhead stands in the open composition. It is typed here, and nowhere else. */
export const TimeStop = memo(function TimeStop() {
  const editor = useEditor();
  const frame = useEditorState((state) => state.frame);
  const stays = useEditorState((state) => state.settings.stayWithPicture);
  const { rate, tempo, name } = useEditorState((state) => current(state));
  const place = tempo ? barAndBeat(beatAt(frame, tempo, rate), tempo) : null;
  return (
    <span className="-ml-1.5 w-[132px] shrink-0" title={`${name}: ${formatTimecode(frame, rate)}${place ? `, bar ${place.bar}.${Math.floor(place.beat)}` : ''}`}>
      <span className="flex items-center gap-0.5">
        <span className="min-w-0 grow">
          <TypedField
            label="Playhead" title="Type a frame (132), seconds (4.4s), timecode (4:12), a bar (bar 2.3) or a step (+10)"
            shown={String(frame)} edited={String(frame)} className="py-0! text-[15px]! leading-[19px]! font-medium"
            read={(text) => {
              const reading = readTypedTime(text, { at: frame, rate, tempo });
              return reading.ok ? { ok: true, value: reading.at, read: reading.read } : reading;
            }}
            onSet={(at: number) => editor.seek(at)}
          />
        </span>
        <button type="button" aria-pressed={stays} aria-label="Stay with the picture" title={`Stay with the picture: after a change of timing the playhead goes where the same moment is shown${stays ? ' (on)' : ''}`} onClick={() => runAction(editor, 'time.stay')} className={`grid h-[19px] w-6 shrink-0 place-items-center rounded-md hover:bg-raised ${stays ? 'text-leaf' : 'text-muted'}`}><LocateFixed size={13} aria-hidden="true" /></button>
      </span>
      <span className="flex gap-2 px-1.5 font-mono text-[11.5px] whitespace-nowrap text-muted"><span>{formatTimecode(frame, rate)}</span>{place && <span className="text-sky">bar {place.bar}.{Math.floor(place.beat)}</span>}</span>
    </span>
  );
});
