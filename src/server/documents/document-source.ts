import { applyPatches, upgradeChange, type Change } from '../../core/commands';
import { readKept, sayIssue, VERSION, type Project } from '../../core/model';
import { CannotOpen } from '../cannot-open';
import type { ChangeRow } from '../repositories/changes';
import { readLog } from './log-file';
import { snapshotFiles } from './snapshot-files';

/** Where a document is: a snapshot in a folder, and the changes after it, first those that are short, then those of a file. A child reads it from there, so that the server need not write it out. */
export type DocumentSource = { readonly folder: string; readonly hash: string; readonly changes: readonly Pick<ChangeRow, 'version' | 'body'>[]; readonly log: string | null };

/** The document at a source. Throws a `DamagedSnapshot`, or a `CannotOpen`. */
export async function readSource({ folder, hash, changes, log }: DocumentSource): Promise<Project> {
  const read = readKept(await snapshotFiles(folder).read(hash));
  if (!read.ok) throw new CannotOpen(read.issues.map(sayIssue).join(' '));
  let project = read.value;
  const replay = (row: Pick<ChangeRow, 'version' | 'body'>) => { project = applyPatches(project, readChange(row, project.name).patches).project; };
  changes.forEach(replay);
  if (log !== null) for await (const row of readLog(log)) replay(row);
  return project;
}

/** A change from the log, whatever version made it. */
export function readChange(row: Pick<ChangeRow, 'version' | 'body'>, project: string): Change {
  const change = upgradeChange({ ...(JSON.parse(row.body) as Change), version: row.version });
  if (!change) throw new CannotOpen(`“${project}” was worked on in a newer Oak Tumble (version ${row.version}); this one reads up to version ${VERSION}. Update, then open it again.`);
  return change;
}

/** The same as JSON: what this version made is so already. */
export function changeText(row: Pick<ChangeRow, 'version' | 'body'>, project: string): string {
  return row.version === VERSION ? row.body : JSON.stringify(readChange(row, project));
}
