/** Asks for a track by a press: the next one on a value of the panel or a row of a track is it; Esc, or a press elsewhere, lets go. */
export function askForTrack(take: (layer: string, track: string) => void): void {
  const end = () => {
    window.removeEventListener('pointerdown', press, true);
    window.removeEventListener('keydown', key, true);
  };
  function press(event: PointerEvent): void {
    end();
    const [layer, track] = (event.target as HTMLElement).closest('[data-pick]')?.getAttribute('data-pick')?.split(' ') ?? [];
    if (!layer || !track) return;
    event.preventDefault();
    event.stopPropagation();
    take(layer, track);
  }
  function key(event: KeyboardEvent): void {
    if (event.key === 'Escape') end();
  }
  window.addEventListener('pointerdown', press, true);
  window.addEventListener('keydown', key, true);
}
