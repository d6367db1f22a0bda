/**
 * Follows a pressed pointer until it is let go. Esc and a cancelled pointer let go without change (`keep` false); the
 * Esc is used up by that. Without `capture` a press that does not move stays a click on what lies inside the target.
 */
export function followPointer(element: HTMLElement, pointerId: number, move: (event: PointerEvent) => void, end: (keep: boolean) => void, capture = true): void {
  if (capture) element.setPointerCapture(pointerId);
  const target: HTMLElement | Window = capture ? element : window;
  const finish = (keep: boolean) => {
    target.removeEventListener('pointermove', move as EventListener);
    target.removeEventListener('pointerup', up);
    target.removeEventListener('pointercancel', cancel);
    window.removeEventListener('keydown', escape, true);
    if (element.hasPointerCapture(pointerId)) element.releasePointerCapture(pointerId);
    end(keep);
  };
  const up = () => finish(true);
  const cancel = () => finish(false);
  const escape = (key: KeyboardEvent) => {
    if (key.key !== 'Escape') return;
    key.preventDefault();
    key.stopPropagation();
    finish(false);
  };
  target.addEventListener('pointermove', move as EventListener);
  target.addEventListener('pointerup', up);
  target.addEventListener('pointercancel', cancel);
  window.addEventListener('keydown', escape, true);
}
