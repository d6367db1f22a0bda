import { readProjectFile, sayIssue, writeProject } from '../src/core/model';
import { nightTram } from './night-tram';

/** The text of demo/night-tram.oak.json. */
export function writeDemo(): string {
  const parsed = readProjectFile(nightTram);
  if (!parsed.ok) throw new Error(parsed.issues.map(sayIssue).join('\n'));
  return writeProject(parsed.value);
}
