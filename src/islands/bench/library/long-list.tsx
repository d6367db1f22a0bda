import { useVirtualizer } from '@tanstack/react-virtual';
import { useLayoutEffect, useRef, useState, type CSSProperties, type ReactNode, type Ref, type RefObject } from 'react';

/** What a row of a list gives to its element, so that it stands in its place and is measured there; nothing in a short list. */
export type RowPlace = { readonly style?: CSSProperties; readonly ref?: Ref<HTMLLIElement>; readonly 'data-index'?: number };

/** Lists up to this stand in the page whole. */
const SHORT = 40;

type Props<T> = {
  readonly items: readonly T[];
  readonly keyOf: (item: T, index: number) => string;
  /** Of most rows, in pixels; those that turn out otherwise are measured. */
  readonly height: number;
  /** What scrolls, with other things above and below the list. */
  readonly scroller: RefObject<HTMLElement | null>;
  readonly children: (item: T, key: string, place: RowPlace) => ReactNode;
};

/** Rows of which there may be thousands: of a long list only those in sight stand in the page. */
export function LongList<T>(props: Props<T>) {
  const { items, keyOf, children } = props;
  if (items.length > SHORT) return <InSight {...props} />;
  return <ul>{items.map((item, i) => children(item, keyOf(item, i), {}))}</ul>;
}

function InSight<T>({ items, keyOf, height, scroller, children }: Props<T>) {
  const list = useRef<HTMLUListElement>(null);
  const [above, setAbove] = useState(0);
  // Whatever stands above the list may grow at any time; the same number again is no change, and ends it.
  // eslint-disable-next-line react-hooks/exhaustive-deps
  useLayoutEffect(() => {
    const [own, outer] = [list.current?.getBoundingClientRect(), scroller.current];
    if (own && outer) setAbove(Math.round(own.top - outer.getBoundingClientRect().top + outer.scrollTop));
  });
  const virtual = useVirtualizer({ count: items.length, getScrollElement: () => scroller.current, estimateSize: () => height, overscan: 6, scrollMargin: above, getItemKey: (i) => keyOf(items[i]!, i), useFlushSync: false });
  return (
    <ul ref={list} className="relative" style={{ height: virtual.getTotalSize() }}>
      {virtual.getVirtualItems().map((row) => children(items[row.index]!, String(row.key), { style: { position: 'absolute', top: row.start - above, left: 0, right: 0 }, ref: virtual.measureElement, 'data-index': row.index }))}
    </ul>
  );
}
