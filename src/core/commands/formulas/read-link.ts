import { parse, print, type Node } from '../../formulas';
import { resolvePath, type Track } from '../../scene';
import { member, type Layer, type Project } from '../../model';
import type { Following, Leader } from './link';

/** A formula that is a link and nothing else: what it follows, and how. Null for any other. */
export function readLink(project: Project, compositionId: string, layerId: string, text: string): { readonly to: Leader; readonly track: Track; readonly layer: Layer; readonly following: Following } | null {
  const host = member(project.compositions.by, compositionId);
  const owner = host && member(host.layers.by, layerId);
  const read = parse(text);
  if (!host || !owner || !read.ok || text.includes('//')) return null;
  let node: Node = read.tree;
  let [gain, plus, later] = [1, 0, 0];
  if (node.is === 'binary' && (node.op === '+' || node.op === '-') && node.right.is === 'number' && node.right.unit === '') {
    plus = node.op === '+' ? node.right.value : -node.right.value;
    node = node.left;
  }
  if (node.is === 'binary' && node.op === '*') {
    const share = signed(node.right);
    if (!share || share.unit !== '%') return null;
    gain = share.value / 100;
    node = node.left;
  }
  if (node.is === 'at') {
    const time = node.time;
    if (time.is !== 'binary' || (time.op !== '-' && time.op !== '+') || print(time.left) !== 'clock' || time.right.is !== 'number' || time.right.unit !== 'f') return null;
    later = time.op === '-' ? time.right.value : -time.right.value;
    node = node.of;
  }
  if (node.is !== 'path') return null;
  const found = resolvePath(project, host, owner, node);
  if (!found?.track || found.rest.length > 0) return null;
  return { to: { layer: found.layer.id, track: found.track.address, through: found.through.map(({ nest }) => nest.id) }, track: found.track, layer: found.layer, following: { gain, plus, later } };
}

function signed(node: Node): { readonly value: number; readonly unit: string } | null {
  if (node.is === 'number') return node;
  return node.is === 'unary' && node.op === '-' && node.of.is === 'number' ? { value: -node.of.value, unit: node.of.unit } : null;
}
