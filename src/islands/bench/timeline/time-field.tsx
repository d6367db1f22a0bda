import { memo } from 'react';
import { barAndBeat, beatAt, formatTimecode, readTypedTime } from '../../../core/time';
import { TypedField } from '../../../ui';
import { current } from '../editor/editor';
import { useEditor, useEditorState } from '../editor/editor-context';

/** Where the playhead stands, and a field to send it elsewhere: frames, seconds, timecode or bars. */
export const TimeField = memo(function TimeField() {
  const editor = useEditor();
  const frame = useEditorState((state) => state.frame);
  const { rate, tempo } = useEditorState((state) => current(state));
  const place = tempo ? barAndBeat(beatAt(frame, tempo, rate), tempo) : null;
  return (
    <div className="flex items-center gap-2.5 pl-3 font-mono text-[12px]">
      <span className="w-[64px]">
        <TypedField
          label="Playhead" title="Type a frame (132), seconds (4.4s), timecode (4:12), a bar (bar 2.3) or a step (+10)"
          shown={String(frame)} edited={String(frame)} className="py-0.5 font-medium"
          read={(text) => {
            const reading = readTypedTime(text, { at: frame, rate, tempo });
            return reading.ok ? { ok: true, value: reading.at, read: reading.read } : reading;
          }}
          onSet={(at: number) => editor.seek(at)}
        />
      </span>
      {place && <span className="text-sky">bar {place.bar}.{Math.floor(place.beat)}</span>}
      <span className="text-muted">{formatTimecode(frame, rate)}</span>
    </div>
  );
});
