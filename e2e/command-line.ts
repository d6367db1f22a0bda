import { execFileSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';

/** A layer of an exported project, as far as the journeys look at it. */
export type KeptLayer = { readonly id: string; readonly name: string; readonly kind: string; readonly parent?: string; readonly spans?: readonly (readonly [number, number])[] };
export type KeptProject = { readonly compositions: readonly { readonly id: string; readonly range?: readonly [number, number]; readonly markers?: readonly object[]; readonly layers?: readonly KeptLayer[] }[] };

const folder = mkdtempSync(path.join(tmpdir(), 'oak-exports-'));

/** The project as it is exported: the text of its file. */
export async function exported(address: string, project: string): Promise<string> {
  return (await fetch(`${address}/api/projects/${project}/file`)).text();
}

/** Asks the command line about a project as it is exported. */
export async function askCommandLine(address: string, project: string, verb: string, ...options: readonly string[]): Promise<unknown> {
  const file = path.join(folder, `${project}.oak.json`);
  writeFileSync(file, await exported(address, project));
  return JSON.parse(execFileSync('node', ['scripts/oak.mjs', verb, file, ...options], { encoding: 'utf8', stdio: ['ignore', 'pipe', 'ignore'] }));
}

/** The value of a channel at a frame, by the command line. */
export async function valueOf(address: string, project: string, { layer, channel, comp = 'main', frame = 0 }: { readonly layer: string; readonly channel: string; readonly comp?: string; readonly frame?: number }): Promise<unknown> {
  return ((await askCommandLine(address, project, 'values', '--comp', comp, '--layer', layer, '--channel', channel, '--frames', `${frame}..${frame + 1}`)) as unknown[])[0];
}
