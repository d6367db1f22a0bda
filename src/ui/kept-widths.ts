// The package that lays panes out keeps widths too, but sorts the panes by the rules of a language first, which takes as long as drawing them.
const placeOf = (name: string) => `oak columns ${name}`;

/** The widths of so many panes that this browser remembers, in percent of all; null where there are none that can be. */
export function keptWidths(name: string, many: number): readonly number[] | null {
  try {
    const found: unknown = JSON.parse(localStorage.getItem(placeOf(name)) ?? 'null');
    if (!Array.isArray(found) || found.length !== many || !found.every((width) => typeof width === 'number' && width > 0)) return null;
    const widths = found as number[];
    return Math.abs(widths.reduce((sum, width) => sum + width, 0) - 100) < 0.5 ? widths : null;
  } catch {
    return null;
  }
}

/** Remembers widths in this browser, in percent. */
export function keepWidths(name: string, widths: readonly number[]): void {
  try {
    localStorage.setItem(placeOf(name), JSON.stringify(widths));
  } catch {
    // A full or forbidden store forgets the widths, nothing else.
  }
}
