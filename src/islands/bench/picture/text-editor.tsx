import { useState } from 'react';
import { type ShownLayer } from '../../../core/evaluate';
import { trackAt, valueAt } from '../../../core/scene';
import { type Layer } from '../../../core/model';
import { seenText } from '../../../ui';
import { current } from '../editor/editor';
import { useEditor, useEditorState } from '../editor/editor-context';
import type { Point } from './selection-box';

/** The words of a text layer, typed where they stand; the picture follows as they come. */
export function TextEditor({ layer, shown, scale, toScreen }: { readonly layer: Extract<Layer, { kind: 'text' }>; readonly shown: ShownLayer | undefined; readonly scale: number; readonly toScreen: (point: Point) => Point }) {
  const editor = useEditor();
  const frame = useEditorState((state) => state.frame);
  const [text, setText] = useState(() => {
    const state = editor.store.getState();
    return String(valueAt(state.project, current(state), layer, trackAt(state.project, layer, 'text')!, frame));
  });
  const [before] = useState(text);
  const step = (value: string) => {
    const { frame: at, keying } = editor.store.getState();
    return { values: [{ layer: layer.id, track: 'text', value }], frame: at, keying };
  };
  const close = () => {
    editor.letGo();
    editor.set({ typing: null });
    // A new text without a word would be there and never be seen; one that had words may be emptied, between keys for one.
    if (before.trim() === '' && text.trim() === '') editor.do('layers.delete', { layers: [layer.id] });
    else editor.do('tracks.set', step(text));
  };
  const [x, y] = toScreen(shown ? [shown.matrix[4], shown.matrix[5]] : [0, 0]);
  const size = Number((layer.channels.size?.value as number | undefined) ?? 48) * scale;
  return (
    <textarea
      autoFocus aria-label={`Text of ${layer.name}`} value={text} rows={Math.max(1, text.split('\n').length)} spellCheck={false}
      placeholder="Type, then Esc"
      onFocus={(event) => event.target.select()}
      onPointerDown={(event) => event.stopPropagation()} onDoubleClick={(event) => event.stopPropagation()}
      onChange={(event) => { const typed = seenText(event.target.value, true); setText(typed); editor.tryOut('tracks.set', step(typed)); }}
      onBlur={close}
      onKeyDown={(event) => { event.stopPropagation(); if (event.key === 'Escape' || (event.key === 'Enter' && (event.ctrlKey || event.metaKey))) { event.preventDefault(); event.currentTarget.blur(); } }}
      className="absolute z-10 min-h-9 w-72 resize-none rounded-md bg-deep/95 px-2 py-1.5 text-[14px] ring-1 ring-leaf outline-none"
      style={{ left: Math.max(8, x), top: Math.max(8, y - size - 44) }}
    />
  );
}
