import type { Problem } from '../../../core/checks';
import type { TimelineView } from '../editor/state';
import { ticksOn } from './problem-marks';
import { rowAt } from './rows/build-rows';
import type { Row } from './rows/row';
import { xOf } from './scale';

/** So near, in pixels, a mark is read. */
const NEAR = 5;

/** What is wrong where the pointer is, and what to do, in words; null where nothing is. */
export function problemUnder(rows: readonly Row[], problems: readonly Problem[], composition: string, view: TimelineView, x: number, y: number): string | null {
  const row = rowAt(rows, y);
  if (!row?.layer || (row.is.kind !== 'layer' && row.is.kind !== 'lane')) return null;
  const found = ticksOn(problems, composition, row.layer.id).filter(({ level, where }) => Math.abs(xOf(where.frame, view) - x) <= NEAR && (level !== 'note' || row.is.kind === 'lane'));
  return found.length === 0 ? null : found.map(({ message, fix }) => (fix ? `${message} ${fix}` : message)).join('\n');
}
