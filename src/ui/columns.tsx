import { useState, type ReactNode } from 'react';
import { Panel, PanelGroup, PanelResizeHandle } from 'react-resizable-panels';
import { keepWidths, keptWidths } from './kept-widths';

type Column = { readonly id: string; readonly label: string; readonly children: ReactNode; /** Pixels at first; the one without takes what is left. */ readonly start?: number; /** Pixels that it keeps at least. */ readonly least: number };

/** Panes beside each other; the lines between them are dragged, or moved with the arrow keys. This browser remembers the widths. */
export function Columns({ name, columns }: { readonly name: string; readonly columns: readonly Column[] }) {
  const room = Math.max(640, window.innerWidth);
  const taken = columns.reduce((sum, column) => sum + (column.start ?? 0), 0);
  const percent = (pixels: number) => (pixels / room) * 100;
  const [kept] = useState(() => keptWidths(name, columns.length));
  return (
    <PanelGroup direction="horizontal" onLayout={(widths) => keepWidths(name, widths)} className="h-full min-h-0">
      {columns.flatMap((column, i) => [
        ...(i === 0 ? [] : [<PanelResizeHandle key={`before ${column.id}`} aria-label={`Width of ${(column.start === undefined ? columns[i - 1]! : column).label}`} className="w-1 shrink-0 bg-deep hover:bg-line focus-visible:bg-leaf data-[resize-handle-state=drag]:bg-leaf" />]),
        <Panel key={column.id} id={column.id} order={i} defaultSize={kept?.[i] ?? percent(column.start ?? room - taken)} minSize={percent(column.least)} className="min-h-0">{column.children}</Panel>,
      ])}
    </PanelGroup>
  );
}
