import type { Span } from '../time';
import { MOST_DEEP, nestsTooDeep } from './depth';
import { issuesFromZod } from './from-zod';
import { giveIds } from './give-ids';
import type { Issue, Parsed } from './issue';
import { toMemory } from './lists';
import type { Layer, Project } from './project';
import { projectFile, type ProjectFile } from './schema/project';
import { FORMAT, VERSION } from './version';
import { layer as layerSchema } from './schema/layers';
import { settleRigid } from './rigid';
import { upgradeFile } from './upgrades';

/** Larger files are refused before they are parsed; a document does not grow as far, so that what was exported can be brought in. */
const LIMIT = 100_000_000;

/** Reads the text of a project file: the one door by which a document comes in. */
export function readProject(text: string): Parsed<Project> {
  if (text.length > LIMIT) return refuse({ kind: 'too-large', bytes: text.length, limit: LIMIT });
  return nestsTooDeep(text) ? refuse({ kind: 'too-deep', limit: MOST_DEEP }) : readWithoutLimit(text);
}

/** Reads the text of a project file however long it is: what this program kept itself is never too large. */
export function readWithoutLimit(text: string): Parsed<Project> {
  let raw: unknown;
  try {
    // A mark of the byte order may stand before it.
    raw = JSON.parse(text.charCodeAt(0) === 0xfeff ? text.slice(1) : text);
  } catch (error) {
    return refuse(jsonIssue(text, error));
  }
  return readProjectFile(raw);
}

/** Reads a parsed project file. */
export function readProjectFile(raw: unknown): Parsed<Project> {
  if (raw === null || typeof raw !== 'object' || (raw as { format?: unknown }).format !== FORMAT) return refuse({ kind: 'not-a-project' });
  const { version } = raw as { version?: unknown };
  if (typeof version === 'number' && version > VERSION) return refuse({ kind: 'newer', version, reads: VERSION });
  const current = upgradeFile(VERSION, raw as Record<string, unknown>) ?? raw;
  const parsed = projectFile.safeParse(current);
  if (!parsed.success) return { ok: false, issues: issuesFromZod(parsed.error, current) };
  const issues: Issue[] = [];
  const file = giveIds(parsed.data, current, issues) as ProjectFile;
  if (issues.length) return { ok: false, issues };
  return { ok: true, value: settle(file) };
}

/** Reads one layer in file form, as a change or the clipboard brings it, for a composition of the given length. */
export function readLayer(raw: unknown, duration: number): Parsed<Layer> {
  const parsed = layerSchema.safeParse(raw);
  if (!parsed.success) return { ok: false, issues: issuesFromZod(parsed.error, raw) };
  const issues: Issue[] = [];
  const file = giveIds(parsed.data, raw, issues) as ProjectFile['compositions'][number]['layers'][number];
  if (issues.length) return { ok: false, issues };
  return { ok: true, value: settleLayer(file, duration) };
}

/** Memory form, with what the file may leave open filled in and lists that have an order in time put in order. */
function settle(file: ProjectFile): Project {
  const compositions = file.compositions.map((composition) => ({
    ...composition,
    range: composition.range ?? [0, composition.duration],
    rigid: settleRigid(composition.rigid, composition.duration),
    layers: composition.layers.map((layer) => ({ ...layer, spans: spansOf(layer, composition.duration) })),
  }));
  const main = file.main ?? compositions[0]?.id ?? '';
  return toMemory({ ...file, main, compositions }) as Project;
}

function settleLayer(file: ProjectFile['compositions'][number]['layers'][number], duration: number): Layer {
  return toMemory({ ...file, spans: spansOf(file, duration) }) as Layer;
}

function spansOf(layer: { readonly spans?: readonly Span[] | undefined }, duration: number): readonly Span[] {
  return layer.spans ? [...layer.spans].sort((a, b) => a[0] - b[0]) : [[0, duration]];
}

function refuse(issue: Issue): { readonly ok: false; readonly issues: readonly Issue[] } {
  return { ok: false, issues: [issue] };
}

/** JSON.parse tells the place in several ways; the end of the text is the commonest, when a file was cut off. */
function jsonIssue(text: string, error: unknown): Issue {
  const message = error instanceof Error ? error.message : '';
  const position = /position (\d+)/.exec(message);
  const cutOff = /end of JSON|Unterminated|unterminated/.test(message);
  const before = text.slice(0, position && !cutOff ? Number(position[1]) : text.length);
  return { kind: 'not-json', line: before.split('\n').length, column: before.length - before.lastIndexOf('\n'), cutOff };
}

