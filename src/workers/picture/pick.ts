import { invert, transform, type Group, type Item } from '../../core/display';
import type { EvaluatedFrame } from '../../core/evaluate';
import type { PaintHost } from '../../painter';

/** The topmost layer that is painted under a point of the composition, or null. */
export function pickLayer(frame: EvaluatedFrame, host: PaintHost, x: number, y: number, slack: number): string | null {
  const probe = new OffscreenCanvas(1, 1).getContext('2d')!;
  for (let i = frame.root.items.length - 1; i >= 0; i--) {
    if (touches(frame.root.items[i]!, x, y, slack, probe, host)) return frame.drawn[i] ?? null;
  }
  return null;
}

function touches(item: Item, x: number, y: number, slack: number, probe: OffscreenCanvasRenderingContext2D, host: PaintHost): boolean {
  switch (item.kind) {
    case 'group': return touchesGroup(item, x, y, slack, probe, host);
    case 'image': return x >= 0 && y >= 0 && x < item.width && y < item.height;
    case 'path': {
      const path = host.path(item.outline) as Path2D;
      if (item.fill && probe.isPointInPath(path, x, y, item.rule)) return true;
      // A thin line is hard to hit: a few pixels beside it count.
      probe.lineWidth = (item.stroke?.width ?? 0) + slack * 2;
      return item.stroke !== null && probe.isPointInStroke(path, x, y);
    }
  }
}

function touchesGroup(group: Group, x: number, y: number, slack: number, probe: OffscreenCanvasRenderingContext2D, host: PaintHost): boolean {
  const back = invert(group.matrix);
  if (!back) return false;
  const [px, py] = transform(back, x, y);
  if (group.frame && (px < 0 || py < 0 || px >= group.frame[0] || py >= group.frame[1])) return false;
  const scale = Math.hypot(back[0], back[1]);
  return group.items.some((item) => touches(item, px, py, slack * scale, probe, host));
}
