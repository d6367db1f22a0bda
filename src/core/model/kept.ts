import { fromMemory } from './lists';
import type { Parsed } from './issue';
import type { Project } from './project';
import { readProjectFile, readWithoutLimit } from './read';
import { withoutUnseen } from './unseen';
import { VERSION } from './version';

const KEPT = 'oak-tumble/kept';

/**
 * The text that this program keeps a document as, for itself: the memory form as it is. It was checked when it came in, piece by
 * piece, so whoever finds the text unharmed need not check it again; a document that people carry about is a project file.
 */
export function writeKept(project: Project): string {
  return JSON.stringify({ format: KEPT, version: VERSION, project });
}

/**
 * Reads a document that this program kept itself, of any size: in memory form, or as a project file, as it was kept earlier. What an
 * older version let in is cleaned, never refused.
 */
export function readKept(text: string): Parsed<Project> {
  if (text.startsWith(`{"format":"${KEPT}"`)) {
    const kept = readJson(text) as { readonly version: number; readonly project: Project } | null;
    if (kept?.version === VERSION) return { ok: true, value: kept.project };
    if (kept) return readProjectFile(fromMemory(kept.project));
  }
  const read = readWithoutLimit(text);
  if (read.ok || !read.issues.some((issue) => issue.kind === 'wrong')) return read;
  const cleaned = readProjectFile(withoutUnseen(JSON.parse(text)));
  return cleaned.ok ? cleaned : read;
}

function readJson(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}
