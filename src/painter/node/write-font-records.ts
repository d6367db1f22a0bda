import { mkdirSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { FAMILIES, SUBSETS } from '../../core/lettering';
import { recordOf, recordsName, type FontRecord } from '../font-record';
import type { FaceName } from '../wanted-faces';
import { openFontFile } from './font-file';
import { fontFile } from './node-faces';

/** Writes the records of every shipped face into a folder, which is replaced when all are there. `from` is a file inside the project, to find node_modules by. Throws where a package lacks a font that it should have. */
export async function writeFontRecords(folder: string, from: string): Promise<void> {
  const next = `${folder}.new`;
  rmSync(next, { recursive: true, force: true });
  mkdirSync(next, { recursive: true });
  for (const { pack, weights } of FAMILIES) for (const weight of weights) {
    const name = { pack, weight };
    const records = await Promise.all(SUBSETS.map((subset) => readRecord(name, subset, from)));
    writeFileSync(path.join(next, recordsName(name)), JSON.stringify(records));
  }
  rmSync(folder, { recursive: true, force: true });
  renameSync(next, folder);
}

async function readRecord(name: FaceName, subset: string, from: string): Promise<FontRecord> {
  const file = await fontFile(name, subset, from);
  if (!file) throw new Error(`The package of ${name.pack} has no ${subset} font of weight ${name.weight}. Take it out of core/lettering/shipped.ts, or install the packages again.`);
  const font = openFontFile(file);
  return recordOf(font, font.characters);
}
