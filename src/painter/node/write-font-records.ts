import { mkdirSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { FAMILIES, SUBSETS } from '../../core/lettering';
import { recordName, recordOf } from '../font-record';
import { openFontFile } from './font-file';
import { fontFile } from './node-faces';

/** Writes the record of every shipped font into a folder. `from` is a file inside the project, to find node_modules by. */
export async function writeFontRecords(folder: string, from: string): Promise<void> {
  mkdirSync(folder, { recursive: true });
  for (const { pack, weights } of FAMILIES) for (const weight of weights) for (const subset of SUBSETS) {
    const file = await fontFile({ pack, weight }, subset, from);
    if (!file) continue;
    const font = openFontFile(file);
    writeFileSync(path.join(folder, recordName(pack, subset, weight)), JSON.stringify(recordOf(font, font.characters)));
  }
}
