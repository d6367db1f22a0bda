import { member, type Composition } from '../../../core/model';
import { current, type Editor } from '../editor/editor';
import { followPointer } from '../follow-pointer';
import { placeComposition, type Standing } from './place-composition';

/** A press that moves less than this is a press. */
const SLACK = 5;

/** What is dragged, in words, and where the pointer is; null while nothing is. */
export type Dragged = { readonly x: number; readonly y: number; readonly words: string } | null;

/** Drags a composition out of the library: onto the picture its middle comes there, onto the rows it comes above one, from the frame under the pointer. */
export function dragComposition(editor: Editor, composition: Composition, event: React.PointerEvent<HTMLElement>, show: (dragged: Dragged) => void): void {
  if (event.button !== 0 || (event.target as Element).closest('input')) return;
  const from = [event.clientX, event.clientY] as const;
  const element = event.currentTarget;
  let moved = false;
  let standing: Standing | null = null;
  followPointer(element, event.pointerId, ({ clientX, clientY }) => {
    moved ||= Math.hypot(clientX - from[0], clientY - from[1]) > SLACK;
    if (!moved) return;
    standing = under(clientX, clientY);
    show({ x: clientX, y: clientY, words: standing ? tell(editor, composition, standing) : `${composition.name}: let go over the picture or the rows` });
  }, (keep) => {
    show(null);
    if (!moved) return;
    // What comes of letting go is no press on what lies under it.
    const swallow = (click: Event) => { click.stopPropagation(); click.preventDefault(); };
    window.addEventListener('click', swallow, { capture: true, once: true });
    setTimeout(() => window.removeEventListener('click', swallow, true));
    if (keep && standing) placeComposition(editor, composition, standing);
  }, false);
}

/** Where a composition that is let go at a point of the page would stand; null beside picture and rows. */
function under(x: number, y: number): Standing | null {
  const at = document.elementFromPoint(x, y);
  const room = at?.closest('[role=application][aria-label=Picture]');
  const canvas = room?.querySelector('canvas[data-scale]') as HTMLElement | null | undefined;
  if (room && canvas) {
    const box = room.getBoundingClientRect();
    const scale = Number(canvas.dataset['scale']);
    const [left, top] = canvas.dataset['origin']!.split(' ').map(Number) as [number, number];
    return { middle: [(x - box.left - left) / scale, (y - box.top - top) / scale] };
  }
  const timeline = at?.closest('section[aria-label=Timeline]');
  const tracks = timeline?.querySelector('canvas[aria-label=Tracks]') as HTMLElement | null | undefined;
  if (!timeline || !tracks || y < tracks.getBoundingClientRect().top) return null;
  const rows = [...timeline.querySelectorAll<HTMLElement>('[role=row][data-pick]')].filter((row) => !row.dataset['pick']!.includes(' '));
  const above = [...rows].reverse().find((row) => row.getBoundingClientRect().top <= y)?.dataset['pick'] ?? null;
  const { left } = tracks.getBoundingClientRect();
  const frame = x < left ? null : Number(tracks.dataset['from']) + (x - left) / Number(tracks.dataset['pixelsPerFrame']);
  return { above, ...(frame === null ? {} : { from: Math.max(0, Math.round(frame)) }) };
}

function tell(editor: Editor, { name }: Composition, { middle, from, above }: Standing): string {
  if (middle) return `${name} at ${Math.round(middle[0])}, ${Math.round(middle[1])}`;
  const layer = above === null || above === undefined ? null : member(current(editor.store.getState()).layers.by, above);
  return `${name}${from === undefined ? '' : ` from frame ${from}`}${layer ? `, above ${layer.name}` : ''}`;
}
