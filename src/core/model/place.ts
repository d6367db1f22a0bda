import type { Place } from './issue';

const WORDS: Readonly<Record<string, string>> = {
  compositions: 'Composition', layers: 'layer', assets: 'asset', timing: 'operator', keys: 'key', markers: 'marker',
  masks: 'mask', effects: 'effect', channels: 'channel', dials: 'dial', takes: 'take', stops: 'stop',
};

/** The place of an issue in a file, with the names of what stands on the way to it. */
export function placeOf(raw: unknown, path: readonly PropertyKey[]): Place {
  const names: string[] = [];
  let here = raw;
  path.forEach((step, i) => {
    const list = String(path[i - 1] ?? '');
    here = (here as Record<PropertyKey, unknown> | null | undefined)?.[step];
    const word = Object.hasOwn(WORDS, list) ? WORDS[list] : null;
    if (!word) return;
    if (typeof step === 'string') names.push(`${word} “${step}”`);
    else if (typeof step === 'number') names.push(`${word} ${nameOf(here) ?? step + 1}`);
  });
  return { path: path.reduce<string>((text, step) => (typeof step === 'number' ? `${text}[${step}]` : text === '' ? String(step) : `${text}.${String(step)}`), ''), names };
}

function nameOf(thing: unknown): string | null {
  if (thing === null || typeof thing !== 'object') return null;
  const { name, op, at } = thing as { name?: unknown; op?: unknown; at?: unknown };
  if (typeof name === 'string' && name !== '') return `“${name.slice(0, 60)}”`;
  if (typeof op === 'string') return `“${op.slice(0, 60)}”`;
  return typeof at === 'number' ? `at frame ${at}` : null;
}
