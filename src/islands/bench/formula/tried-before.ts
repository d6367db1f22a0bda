import type { Driven } from './driving';

/** Formulas that a track had before, the last first, as this browser keeps them. */
const MOST = 8;
const MOST_TRACKS = 200;

function keyOf(project: string): string {
  return `oak formulas ${project}`;
}

function nameOf({ composition, layers, track, operator }: Driven): string {
  return [composition, layers[0], operator ? `${operator.id}.${operator.field}` : track].join(' ');
}

function read(project: string): Readonly<Record<string, readonly string[]>> {
  try {
    const found: unknown = JSON.parse(localStorage.getItem(keyOf(project)) ?? '{}');
    return found !== null && typeof found === 'object' ? (found as Readonly<Record<string, readonly string[]>>) : {};
  } catch {
    return {};
  }
}

export function triedBefore(project: string, driven: Driven): readonly string[] {
  const list = read(project)[nameOf(driven)];
  return Array.isArray(list) ? list.filter((one) => typeof one === 'string') : [];
}

export function rememberTried(project: string, driven: Driven, text: string): void {
  if (text.trim() === '') return;
  const all = read(project);
  const name = nameOf(driven);
  const { [name]: mine = [], ...others } = all;
  const kept = Object.entries(others).slice(-MOST_TRACKS);
  try {
    localStorage.setItem(keyOf(project), JSON.stringify({ ...Object.fromEntries(kept), [name]: [text, ...mine.filter((one) => one !== text)].slice(0, MOST) }));
  } catch {
    // A full or closed store keeps nothing; the document has what counts.
  }
}
