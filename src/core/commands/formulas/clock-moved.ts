import { everyNode, parse, type Node } from '../../formulas';
import type { Frames } from '../../time';

/**
 * A formula whose composition now begins so many frames later: its clock is as many on. The times of other tracks are the new composition's; one that is
 * so long before or after the clock stays so.
 */
export function clockMoved(text: string, by: Frames): readonly { readonly from: number; readonly to: number; readonly text: string }[] {
  const read = parse(text);
  if (!read.ok || by === 0) return [];
  const isClock = (node: Node) => node.is === 'name' && node.name === 'clock' && !node.quoted;
  const parts: { from: number; to: number; text: string }[] = [];
  const kept = new Set<Node>();
  for (const node of everyNode(read.tree)) {
    if (node.is === 'at') {
      const { time } = node;
      if (isClock(time)) kept.add(time);
      else if (time.is === 'binary' && (time.op === '+' || time.op === '-') && isClock(time.left) && ![...everyNode(time.right)].some(isClock)) kept.add(time.left);
      else parts.push({ from: time.from, to: time.from, text: '(' }, { from: time.to, to: time.to, text: ` ${by > 0 ? '-' : '+'} ${Math.abs(by)}f)` });
    }
    if (isClock(node) && !kept.has(node)) parts.push({ from: node.from, to: node.to, text: `(clock ${by > 0 ? '+' : '-'} ${Math.abs(by)}f)` });
  }
  return parts;
}
