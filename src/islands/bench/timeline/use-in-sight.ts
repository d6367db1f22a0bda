import { useEffect, useRef, type RefObject } from 'react';
import { useEditorState } from '../editor/editor-context';
import { firstRows } from './rows/build-rows';
import type { Row } from './rows/row';

type Shown = { readonly rows: readonly Row[]; readonly composition: string; readonly selected: readonly string[]; readonly lanes: ReadonlySet<string>; /** Of the room that the rows have, in pixels. */ readonly height: number };

/** Rows come into sight when what they are about does: a layer selected elsewhere, a lane just opened, an edit that is asked. */
export function useInSight(scroller: RefObject<HTMLDivElement | null>, { rows, composition, selected, lanes, height }: Shown): void {
  const [firstSelected] = selected;
  useEffect(() => {
    const list = scroller.current;
    const row = firstRows(rows).find((one) => one.layer.id === firstSelected);
    if (list && row) bring(list, row.top, row.top + row.height);
    // Only a new selection scrolls; folding and editing leave the list where it is.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [firstSelected, composition]);

  const opened = useRef(lanes);
  useEffect(() => {
    const [list, grown] = [scroller.current, [...lanes].some((name) => !opened.current.has(name))];
    opened.current = lanes;
    const own = grown ? rows.filter((row) => row.layer?.id === firstSelected) : [];
    const [first, last] = [own[0], own[own.length - 1]];
    if (!list || !first || !last || last.top + last.height <= list.scrollTop + list.clientHeight) return;
    list.scrollTop = Math.min(first.top, last.top + last.height - list.clientHeight);
  }, [scroller, lanes, rows, firstSelected]);

  // A strip that asks pushes the rows down: those that it is about stay in sight, and all lie as they did when it has gone.
  const asked = useEditorState((state) => state.asking?.id ?? null);
  const moved = useRef<{ readonly from: number; readonly to: number } | null>(null);
  useEffect(() => {
    const list = scroller.current;
    if (!list) return;
    if (asked === null) {
      if (moved.current?.to === list.scrollTop) list.scrollTop = moved.current.from;
      moved.current = null;
      return;
    }
    const chosen = new Set(selected);
    const own = firstRows(rows).filter(({ layer }) => chosen.has(layer.id));
    const [first, last] = [own[0], own[own.length - 1]];
    if (!first || !last) return;
    const from = moved.current?.from ?? list.scrollTop;
    bring(list, first.top, last.top + last.height);
    if (list.scrollTop !== from) moved.current = { from, to: list.scrollTop };
    // What is tried out while it is asked leaves the list where it is.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [asked, height]);
}

/** Scrolls no farther than a stretch needs to be seen; its beginning where all of it has no room. */
function bring(list: HTMLElement, top: number, bottom: number): void {
  if (bottom > list.scrollTop + list.clientHeight) list.scrollTop = bottom - list.clientHeight;
  if (top < list.scrollTop) list.scrollTop = top;
}
