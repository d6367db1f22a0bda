import { mkdirSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { FAMILIES, SUBSETS } from '../../core/lettering';
import { recordName, recordOf } from '../font-record';
import { openFontFile } from './font-file';
import { fontFile } from './node-faces';

/** Writes the record of every shipped font into a folder, which is replaced when all are there. `from` is a file inside the project, to find node_modules by. Throws where a package lacks a font that it should have. */
export async function writeFontRecords(folder: string, from: string): Promise<void> {
  const next = `${folder}.new`;
  rmSync(next, { recursive: true, force: true });
  mkdirSync(next, { recursive: true });
  for (const { pack, weights } of FAMILIES) for (const weight of weights) for (const subset of SUBSETS) {
    const file = await fontFile({ pack, weight }, subset, from);
    if (!file) throw new Error(`The package of ${pack} has no ${subset} font of weight ${weight}. Take it out of core/lettering/shipped.ts, or install the packages again.`);
    const font = openFontFile(file);
    writeFileSync(path.join(next, recordName(pack, subset, weight)), JSON.stringify(recordOf(font, font.characters)));
  }
  rmSync(folder, { recursive: true, force: true });
  renameSync(next, folder);
}
