import { useEffect, useRef, useState } from 'react';
import { useEditor } from '../editor/editor-context';
import type { Pulled } from '../editor/state';

/** So long is waited for the picture, in milliseconds: longer, and the hand would see the timeline lag behind. */
const LONGEST = 40;

/** A pull as the timeline draws it: once the picture that shows it is up, or has been long in coming. The picture goes first, as it is what the hand follows. Null where nothing is pulled, and until the first move of a pull is up. */
export function useAfterPicture(pull: Pulled | null): Pulled | null {
  const editor = useEditor();
  const [drawn, setDrawn] = useState<Pulled | null>(null);
  const latest = useRef(pull);
  const stop = useRef<(() => void) | null>(null);
  useEffect(() => {
    latest.current = pull;
    if (!pull) setDrawn(null);
    // One wait at a time, however many moves come while it goes on.
    if (!pull || stop.current) return;
    const draw = () => {
      stop.current?.();
      setDrawn(latest.current);
    };
    const leave = editor.store.subscribe((now, before) => now.shown !== before.shown && draw());
    const timer = setTimeout(draw, LONGEST);
    stop.current = () => {
      leave();
      clearTimeout(timer);
      stop.current = null;
    };
  }, [editor, pull]);
  useEffect(() => () => stop.current?.(), []);
  return pull ? drawn : null;
}
