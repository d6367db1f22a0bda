import { useEffect, useRef } from 'react';
import { deepIdentity } from '../../../core/scene';
import { useEditor, useEditorState } from '../editor/editor-context';

/** A small still of a composition, painted by the picture's worker and kept up to date. */
export function Thumbnail({ composition, frame, width, height }: { readonly composition: string; readonly frame: number; readonly width: number; readonly height: number }) {
  const editor = useEditor();
  const canvas = useRef<HTMLCanvasElement>(null);
  // The identity changes when anything in the composition does, however deep. An opening Bench has more urgent work than small pictures.
  const identity = useEditorState((state) => (state.stands ? deepIdentity(state.project, composition) : null));
  useEffect(() => {
    if (identity === null) return;
    let stale = false;
    // Edits come in bursts; small pictures may wait for their end.
    const timer = setTimeout(() => {
      const density = window.devicePixelRatio || 1;
      void editor.picture.thumbnail(composition, frame, width * density, height * density).then((bitmap) => {
        const target = canvas.current;
        if (stale || !bitmap || !target) return bitmap?.close();
        target.width = bitmap.width;
        target.height = bitmap.height;
        target.getContext('bitmaprenderer')?.transferFromImageBitmap(bitmap);
      });
    }, 250);
    return () => {
      stale = true;
      clearTimeout(timer);
    };
  }, [editor, composition, frame, width, height, identity]);
  return <canvas ref={canvas} aria-hidden="true" style={{ width, height }} className="shrink-0 rounded-[3px] bg-deep object-contain" />;
}
