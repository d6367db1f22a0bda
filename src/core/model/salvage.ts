import { fromMemory } from './lists';
import type { Project } from './project';
import { readProjectFile } from './read';
import { projectFile } from './schema/project';
import { upgradeFile } from './upgrades';
import { VERSION } from './version';

export type Salvaged = { readonly project: Project; /** How many things did not fit and were left out. */ readonly lost: number; /** Whether the text ended before its end. */ readonly cut: boolean };

/**
 * What can be saved of the text of a document, kept or a project file, that is cut off or holds what a document cannot: everything that
 * fits, without the smallest things that do not. Null when nothing does.
 */
export function salvageProject(text: string): Salvaged | null {
  const [raw, cut] = readCut(text);
  if (raw === null || typeof raw !== 'object') return null;
  const { project: kept, version } = raw as { readonly project?: unknown; readonly version?: unknown };
  const file = kept === undefined ? raw : attempt(() => fromMemory(kept));
  const current = structuredClone(typeof version === 'number' && version < VERSION ? attempt(() => upgradeFile(VERSION, file as Record<string, unknown>)) ?? file : file);
  for (let lost = 0; lost < 10_000;) {
    const parsed = projectFile.safeParse(current);
    if (parsed.success) {
      const read = attempt(() => readProjectFile(current));
      return read?.ok ? { project: read.value, lost, cut } : null;
    }
    // Several faults of one list are taken from its end, so that those before stay where they were.
    const places = parsed.error.issues.map(({ path, ...issue }) => (issue.code === 'unrecognized_keys' ? issue.keys.map((key) => [...path, key]) : [path])).flat();
    for (const place of places.reverse()) {
      if (!leaveOut(current, place)) return null;
      lost++;
    }
  }
  return null;
}

/** Takes out what stands at a path; where nothing stands there (it is missing), what should hold it. False at the root. */
function leaveOut(root: unknown, path: readonly PropertyKey[]): boolean {
  const way = [root];
  for (const step of path) {
    const at = way[way.length - 1];
    if (at === null || typeof at !== 'object' || !Object.hasOwn(at, step)) break;
    way.push((at as Record<PropertyKey, unknown>)[step]);
  }
  // A whole way ends with the thing itself; one that breaks off ends with what should hold it.
  const depth = way.length - 1;
  if (depth === 0) return false;
  const [holder, step] = [way[depth - 1], path[depth - 1]!];
  if (Array.isArray(holder)) holder.splice(Number(step), 1);
  else delete (holder as Record<PropertyKey, unknown>)[step];
  return true;
}

/** JSON that may be cut off: read up to the last thing that is whole. */
function readCut(text: string): readonly [unknown, boolean] {
  const whole = attempt(() => JSON.parse(text) as unknown);
  if (whole !== null) return [whole, false];
  const open: string[] = [];
  let [until, closing, inText] = [0, '', false];
  for (let i = 0; i < text.length; i++) {
    const sign = text[i]!;
    if (inText) {
      if (sign === '\\') i++;
      else if (sign === '"') inText = false;
    } else if (sign === '"') inText = true;
    else if (sign === '{' || sign === '[') open.push(sign === '{' ? '}' : ']');
    else if (sign === '}' || sign === ']' || sign === ',') {
      if (sign !== ',') open.pop();
      until = sign === ',' ? i : i + 1;
      closing = open.length < 64 ? [...open].reverse().join('') : '';
    }
  }
  return [attempt(() => JSON.parse(text.slice(0, until) + closing) as unknown), true];
}

function attempt<T>(work: () => T): T | null {
  try {
    return work();
  } catch {
    return null;
  }
}
