// Writes the parser of formulas from its grammar.
import { readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { buildParserFile } from '@lezer/generator';
import { ROOT } from './run.mjs';

const folder = path.join(ROOT, 'src/core/formulas');

/** The files that the grammar comes to. */
export function parserFiles() {
  const { parser, terms } = buildParserFile(readFileSync(path.join(folder, 'formula.grammar'), 'utf8'), { typeScript: true, fileName: 'formula.grammar' });
  return { 'parser.ts': parser, 'parser.terms.ts': terms };
}

if (process.argv[1] === import.meta.filename) for (const [name, text] of Object.entries(parserFiles())) writeFileSync(path.join(folder, name), text);
