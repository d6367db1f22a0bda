import { X } from 'lucide-react';
import { useEditor, useEditorState } from '../editor/editor-context';
import { current } from '../editor/editor';
import type { TimelineView } from '../editor/state';
import { xOf } from './scale';

/** Marks on the ruler where something moves that was asked about: a press goes there. */
export function HappensMarks({ view, width }: { readonly view: TimelineView; readonly width: number }) {
  const editor = useEditor();
  const happens = useEditorState((state) => (state.happens?.composition === current(state).id ? state.happens : null));
  if (!happens) return null;
  const { title } = happens;
  const spans = happens.spans ?? [];
  return (
    <div role="group" aria-label={`When ${title} moves`} className="pointer-events-none absolute inset-x-0 bottom-0 z-[4] h-[9px]">
      {spans.map(([from, to]) => {
        const [left, right] = [xOf(from, view), xOf(to - 1, view)];
        if (right < 0 || left > width) return null;
        return <button key={from} type="button" title={`${title} moves from ${from} to ${to - 1}`} aria-label={`${title} moves from ${from} to ${to - 1}; go there`} className="pointer-events-auto absolute inset-y-0 min-w-[6px] rounded-sm bg-leaf hover:bg-paper" style={{ left, width: Math.max(6, right - left) }} onPointerDown={(event) => event.stopPropagation()} onClick={() => editor.seek(from)} />;
      })}
      <button type="button" className="pointer-events-auto absolute right-1 -top-[22px] flex h-[20px] max-w-[320px] items-center gap-1 rounded bg-deep/95 px-1.5 text-[12px] ring-1 ring-line hover:bg-raised" onClick={() => editor.set({ happens: null })} aria-label={`Take away the marks of ${title}`}>
        <span className="truncate text-leaf">{happens.spans === null ? `Looking when ${title} moves …` : spans.length === 0 ? `${title} never moves here` : `${title} moves ${spans.length === 1 ? 'once' : `${spans.length} times`}`}</span><X size={11} aria-hidden="true" />
      </button>
    </div>
  );
}
