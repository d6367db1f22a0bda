import { Linter } from 'eslint';
import path from 'node:path';
import tseslint from 'typescript-eslint';
import { expect, test } from 'vitest';
// @ts-expect-error The linter's settings are plain JavaScript, without types.
import { house } from '../eslint.config.mjs';

const linter = new Linter({ cwd: path.join(import.meta.dirname, '..') });
const complaints = (code: string, file: string) =>
  linter.verify(code, [{ files: ['**/*.ts'], languageOptions: { parser: tseslint.parser as never }, plugins: { house: house as never }, rules: { 'house/scene-alone': 'error' } }], { filename: path.join(import.meta.dirname, '../src', file) }).map(({ message }) => message);

const WRONG = ['const at = layer.start + key.at;', 'const x = (key!.at as number) - layer.start;', 'if (Object.keys(channel.keys).length > 0) go();', 'const none = keysOf(found.channel).length === 0;', 'const many = inTime(track.channel!.keys).length;'];

test.each(WRONG)('is refused outside the scene: %s', (code) => expect(complaints(code, 'islands/bench/some-view.ts').length).toBe(1));
test.each(WRONG)('is the scene’s own matter: %s', (code) => expect(complaints(code, 'core/scene/some-part.ts')).toEqual([]));
test('counting what is selected is another thing', () => expect(complaints('const many = state.selection.keys.length + selection.keys.length;', 'islands/bench/some-view.ts')).toEqual([]));
