import { memo, useRef } from 'react';
import type { Layer } from '../../../core/model';
import { useEditor, useEditorState } from '../editor/editor-context';
import { showNumber } from '../panel/read-number';
import { drawnAt, stringOf, type KeyString, type StringPlace } from './string-of';

/** Its width and height, in pixels; the playhead is in its middle. */
export const STRING_WIDTH = 54;
const HEIGHT = 22;
const SIDE = STRING_WIDTH / 2 - 4;
/** Half of the middle part, which sets and removes a key. */
const MIDDLE = 9;

type Props = StringPlace & { readonly layers: readonly Layer[]; readonly track: string; readonly label: string; readonly disabled?: boolean };

/** A track's keys around the playhead, as a strip beside its value: a press in the middle sets or removes the key, left or right of it goes to the neighbour. It rests while it plays. */
export const KeyStringOf = memo(function KeyStringOf({ layers, track, label, disabled, ...place }: Props) {
  const editor = useEditor();
  const playing = useEditorState((state) => state.playing);
  const rested = useRef<KeyString | null>(null);
  const now = playing && rested.current ? rested.current : stringOf(layers, track, place);
  rested.current = now;
  const { here, any, before, after } = now;
  const off = disabled === true || playing;
  const press = () => {
    if (off) return;
    if (here) editor.do('keys.delete', { composition: place.composition.id, keys: [...now.keys] });
    else editor.do('keys.add', { composition: place.composition.id, tracks: [...now.tracks], frame: place.frame });
  };
  const go = (to: number | null) => { if (to !== null && !playing) editor.seek(to); };
  const away = (to: number) => `${showNumber(Math.abs(to - place.frame))} f`;
  const onKeyDown = (event: React.KeyboardEvent) => {
    const act = event.key === 'Enter' ? press : event.key === 'ArrowLeft' ? () => go(before) : event.key === 'ArrowRight' ? () => go(after) : null;
    if (!act || event.ctrlKey || event.metaKey || event.altKey || event.shiftKey) return;
    event.preventDefault();
    event.stopPropagation();
    act();
  };
  const middle = here ? `Take away the key of ${label}` : `Key ${label} at the playhead`;
  return (
    <span role="group" aria-label={`Keys of ${label}`} tabIndex={0} onKeyDown={onKeyDown} data-dense className={`relative block shrink-0 rounded-md ${off ? 'opacity-55' : ''}`} style={{ width: STRING_WIDTH, height: HEIGHT }}>
      <svg width={STRING_WIDTH} height={HEIGHT} aria-hidden="true" className="absolute inset-0">
        {any && <path d={`M3 ${HEIGHT / 2}H${STRING_WIDTH - 3}`} stroke="var(--color-line)" />}
        {now.near.map((frames) => {
          const far = Math.abs(frames) < 0.5 ? 0 : drawnAt(frames, SIDE);
          return Math.abs(frames) < 0.5 ? null : <rect key={frames} x={STRING_WIDTH / 2 + far - 1.5} y={6} width="3" height={HEIGHT - 12} rx="1.5" fill="var(--color-amber)" opacity={0.9 - 0.5 * (Math.abs(far) / SIDE)} />;
        })}
        <path d={`M${STRING_WIDTH / 2} 1.5V${HEIGHT - 1.5}`} stroke="var(--color-paper)" strokeOpacity={any ? 0.5 : 0.25} />
        {!any && <circle cx={STRING_WIDTH / 2} cy={HEIGHT / 2} r="3" fill="var(--color-ground)" stroke="var(--color-muted)" />}
        {here && <rect x={STRING_WIDTH / 2 - 3} y={4} width="6" height={HEIGHT - 8} rx="2.5" fill="var(--color-amber)" stroke="var(--color-deep)" />}
      </svg>
      <Part left={0} width={STRING_WIDTH / 2 - MIDDLE} label={before === null ? `No key of ${label} before` : `To the key of ${label} before, ${away(before)}`} title={before === null ? 'No key before' : `The key before is ${away(before)} away`} disabled={before === null || playing} onPress={() => go(before)} />
      <Part left={STRING_WIDTH / 2 - MIDDLE} width={MIDDLE * 2} label={middle} title={middle} pressed={here} disabled={off} onPress={press} />
      <Part left={STRING_WIDTH / 2 + MIDDLE} width={STRING_WIDTH / 2 - MIDDLE} label={after === null ? `No further key of ${label}` : `To the next key of ${label}, ${away(after)}`} title={after === null ? 'No further key' : `The next key is ${away(after)} away`} disabled={after === null || playing} onPress={() => go(after)} />
    </span>
  );
});

function Part({ left, width, label, title, pressed, disabled, onPress }: { readonly left: number; readonly width: number; readonly label: string; readonly title: string; readonly pressed?: boolean; readonly disabled: boolean; readonly onPress: () => void }) {
  return <button type="button" tabIndex={-1} aria-label={label} aria-pressed={pressed} title={title} disabled={disabled} onClick={onPress} className="absolute inset-y-0 rounded-md enabled:hover:bg-lifted/70" style={{ left, width }} />;
}
