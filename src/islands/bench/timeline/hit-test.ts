import type { KeyRef } from '../../../core/commands';
import type { Composition, Project } from '../../../core/model';
import type { TimelineView } from '../editor/state';
import type { Hit } from './hit';
import { rowAt } from './rows/build-rows';
import type { Row } from './rows/row';
import { xOf } from './scale';

type Rectangle = readonly [left: number, top: number, right: number, bottom: number];

/** What lies at a point of the tracks; `y` counts from the top of the first row. */
export function hitTest(rows: readonly Row[], project: Project, composition: Composition, view: TimelineView, x: number, y: number, drawing: string | null = null): Hit {
  const row = rowAt(rows, y);
  return row ? row.is.hit(row, { project, composition, drawing }, view, x, y - row.top) : { kind: 'nothing' };
}

/** Keys whose pegs lie in a rectangle of the tracks. */
export function keysInside(rows: readonly Row[], project: Project, composition: Composition, view: TimelineView, [left, top, right, bottom]: Rectangle): readonly KeyRef[] {
  return across(rows, top, bottom).flatMap((row) => (row.is.pegs?.(row, { project, composition }) ?? []).filter((peg) => xOf(peg.at, view) >= left && xOf(peg.at, view) <= right).flatMap((peg) => peg.refs));
}

/** Layers whose bars meet a rectangle of the tracks. */
export function barsInside(rows: readonly Row[], view: TimelineView, [left, top, right, bottom]: Rectangle): readonly string[] {
  const met = across(rows, top, bottom).flatMap((row) => (row.layer && row.is.bars?.(row).some(([from, to]) => xOf(to, view) >= left && xOf(from, view) <= right) ? [row.layer.id] : []));
  return [...new Set(met)];
}

function across(rows: readonly Row[], top: number, bottom: number): readonly Row[] {
  return rows.filter((row) => row.top + row.height > top && row.top < bottom);
}
