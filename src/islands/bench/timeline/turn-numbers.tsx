import { useMemo } from 'react';
import { hull } from '../../../core/time';
import { seen } from '../editor/editor';
import { pullTurn, turnsAsked } from '../editor/asks';
import { current } from '../editor/current';
import { useEditor, useEditorState } from '../editor/editor-context';
import type { TimelineView } from '../editor/state';
import { followPointer } from '../follow-pointer';
import { firstRows } from './rows/build-rows';
import type { Row } from './rows/row';
import { xOf } from './scale';

type Props = { readonly rows: readonly Row[]; readonly view: TimelineView; readonly scroll: number; readonly height: number; readonly width: number };

/** While a stagger is asked for each bar wears its number in the order: pulled onto another bar, or moved by arrow keys, it takes that one's turn. */
export function TurnNumbers({ rows, view, scroll, height, width }: Props) {
  const editor = useEditor();
  const asking = useEditorState((state) => (state.asking?.id === 'layers.stagger' ? state.asking : null));
  const project = useEditorState((state) => (state.asking?.id === 'layers.stagger' ? seen(state) : null));
  const turns = useMemo(() => (asking ? turnsAsked(editor.store.getState()) : null), [editor, asking]);
  if (!turns || !project) return null;
  const composition = current({ project, way: editor.store.getState().way });
  const places = firstRows(rows).flatMap((row) => (turns.has(row.layer.id) ? [{ id: row.layer.id, name: row.layer.name, top: row.top - scroll, height: row.height }] : []));
  const give = (layer: string, to: number) => {
    const state = editor.store.getState();
    const values = pullTurn(state, layer, to);
    if (values && state.asking) editor.set({ asking: { id: state.asking.id, values: { ...state.asking.values, ...values } } });
  };
  const pull = (event: React.PointerEvent<HTMLElement>, layer: string) => {
    event.preventDefault();
    event.stopPropagation();
    const before = editor.store.getState().asking;
    // Its own turn and those of the others as they are when it is taken: over each bar it has one place, however it came there.
    const order = [...turns].sort((a, b) => a[1] - b[1]).map(([id]) => id);
    let last: string | null = null;
    const top = event.currentTarget.parentElement!.getBoundingClientRect().top;
    followPointer(event.currentTarget, event.pointerId, ({ clientY }) => {
      const y = clientY - top;
      const over = places.find((one) => y >= one.top && y < one.top + one.height);
      if (!over || over.id === last) return;
      last = over.id;
      give(layer, order.indexOf(over.id));
    }, (kept) => { if (!kept) editor.set({ asking: before }); });
  };
  return places.map(({ id, name, top, height: tall }) => {
    const turn = turns.get(id)!;
    const left = xOf(hull(composition.layers.by[id]?.spans ?? [])?.[0] ?? 0, view);
    if (top + tall < 0 || top > height) return null;
    return (
      <button
        key={id} type="button" data-dense role="slider" aria-label={`Turn of ${name}`} aria-orientation="vertical" aria-valuenow={turn + 1} aria-valuemin={1} aria-valuemax={turns.size} title={`${name} is number ${turn + 1}: pull it onto another bar, or arrow keys`}
        onPointerDown={(event) => event.button === 0 && pull(event, id)}
        onKeyDown={(event) => {
          const by = event.key === 'ArrowUp' || event.key === 'ArrowLeft' ? -1 : event.key === 'ArrowDown' || event.key === 'ArrowRight' ? 1 : 0;
          if (by === 0) return;
          event.preventDefault();
          event.stopPropagation();
          give(id, turn + by);
        }}
        className="absolute z-[7] flex h-[18px] min-w-[22px] cursor-ns-resize touch-none items-center justify-center rounded-full bg-paper px-1 font-mono text-[12px] font-medium text-ground ring-2 ring-ground"
        style={{ left: Math.max(3, Math.min(width - 28, left + 14)), top: top + (tall - 18) / 2 }}
      >{turn + 1}</button>
    );
  });
}
