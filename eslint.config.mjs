import path from 'node:path';
import reactHooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';
import { folderOf, mayImport } from './scripts/house.mjs';

const SRC = path.join(import.meta.dirname, 'src');

const asMember = (node, name) => node.type === 'MemberExpression' && node.property.type === 'Identifier' && node.property.name === name;
const plain = (node) => (node.type === 'TSAsExpression' || node.type === 'TSNonNullExpression' || node.type === 'ChainExpression' ? plain(node.expression) : node);

/** The scene alone knows how a key's time and a host frame lead to one another, and whether a channel has keys. */
const sceneAlone = {
  meta: { type: 'problem', schema: [] },
  create(context) {
    const from = folderOf(path.relative(SRC, context.filename).split(path.sep).join('/'));
    if (!from || from === 'core/scene' || from === 'core/keys') return {};
    const endsInKeys = (node) => asMember(plain(node), 'keys') && !/^(state|selection|moments|clip|taken|drag)$/.test(plain(node).object.name ?? '');
    const countsKeys = (node) => {
      const call = plain(node);
      if (call.type !== 'CallExpression' || call.arguments.length !== 1) return false;
      return (call.callee.type === 'Identifier' && call.callee.name === 'keysOf') || endsInKeys(call.arguments[0]);
    };
    return {
      BinaryExpression(node) {
        if (node.operator !== '+' && node.operator !== '-') return;
        const sides = [plain(node.left), plain(node.right)];
        if (sides.some((side) => asMember(side, 'start')) && sides.some((side) => asMember(side, 'at'))) context.report({ node, message: 'Only the scene adds a start to a time: ask keyTimesOf().' });
      },
      MemberExpression(node) {
        if (asMember(node, 'length') && countsKeys(node.object)) context.report({ node, message: 'Only the scene asks whether a channel has keys: hasKeys(), canChange() or keyedTracks().' });
      },
    };
  },
};

/** Every import (types, dynamic ones too) against the import table; between folders through index.ts alone. */
const house = {
  rules: {
    'scene-alone': sceneAlone,
    imports: {
      meta: { type: 'problem', schema: [] },
      create(context) {
        const from = folderOf(path.relative(SRC, context.filename).split(path.sep).join('/'));
        if (!from) return {};
        const check = (node, source) => {
          if (!source || typeof source.value !== 'string') return;
          const pure = from.startsWith('core/');
          const wanted = source.value;
          if (!wanted.startsWith('.')) {
            if (pure && wanted !== 'zod' && !(from === 'core/formulas' && wanted.startsWith('@lezer/'))) context.report({ node, message: `${from} is pure and imports no package (${wanted}).` });
            return;
          }
          const target = path.relative(SRC, path.resolve(path.dirname(context.filename), wanted)).split(path.sep).join('/');
          const to = folderOf(target);
          if (!to || to === from) return;
          if (!mayImport(from, to)) context.report({ node, message: `${from} may not import ${to}; see scripts/house.mjs.` });
          const inside = target.slice(to.length + 1);
          const sameHouse = from.startsWith('painter/') && to === 'painter';
          const door = sameHouse || inside === '' || inside === 'index' || ['wire', 'ui', 'workers', 'islands', 'server'].includes(to);
          if (!door) context.report({ node, message: `Import ${to} through its index, not ${inside}.` });
        };
        return {
          ImportDeclaration: (node) => check(node, node.source),
          ExportNamedDeclaration: (node) => check(node, node.source),
          ExportAllDeclaration: (node) => check(node, node.source),
          ImportExpression: (node) => check(node, node.source),
        };
      },
    },
  },
};

export { house };
export default tseslint.config(
  { ignores: ['dist/', 'node_modules/', '.astro/', 'data/', 'src/env.d.ts'] },
  {
    files: ['**/*.{ts,tsx}'],
    extends: [tseslint.configs.base],
    plugins: { house, 'react-hooks': reactHooks },
    rules: {
      'house/imports': 'error',
      'house/scene-alone': 'error',
      'react-hooks/rules-of-hooks': 'error',
      'react-hooks/exhaustive-deps': 'error',
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      'no-debugger': 'error',
      'no-empty': 'error',
      'prefer-const': 'error',
      eqeqeq: 'error',
      'no-console': ['error', { allow: ['error'] }],
    },
  },
  {
    files: ['src/core/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-globals': ['error', 'window', 'document', 'navigator', 'process', 'Buffer', 'performance', 'fetch', 'setTimeout', 'setInterval'],
      'no-restricted-properties': ['error', { object: 'Math', property: 'random' }, { object: 'Date', property: 'now' }],
    },
  },
  { files: ['**/*.test.ts', 'bench/**', 'e2e/**', 'demo/**', 'tests/**'], rules: { 'house/imports': 'off', 'house/scene-alone': 'off', 'no-console': 'off' } },
);
