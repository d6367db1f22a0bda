// The import table of the house: which folder may import which. The linter and a test read this one table.

/** Folder → folders it may import from. A folder may always import from itself. */
export const TABLE = {
  'core/time': [],
  'core/display': [],
  'core/keys': ['core/time'],
  'core/timing': ['core/time', 'core/keys'],
  'core/formulas': ['core/time', 'core/keys'],
  'core/lettering': ['core/display'],
  'core/model': ['core/time', 'core/keys', 'core/timing', 'core/display'],
  'core/scene': ['core/time', 'core/keys', 'core/timing', 'core/formulas', 'core/model', 'core/display', 'core/lettering'],
  'core/evaluate': ['core/time', 'core/keys', 'core/timing', 'core/formulas', 'core/model', 'core/display', 'core/lettering', 'core/scene'],
  'core/checks': ['core/time', 'core/timing', 'core/formulas', 'core/model', 'core/lettering', 'core/scene', 'core/evaluate'],
  'core/bake': ['core/time', 'core/keys', 'core/timing', 'core/formulas', 'core/model', 'core/scene', 'core/evaluate'],
  'core/commands': ['core/time', 'core/keys', 'core/timing', 'core/formulas', 'core/model', 'core/scene', 'core/evaluate', 'core/display', 'core/checks', 'core/bake'],
  'painter/node': ['painter', 'core/display', 'core/lettering'],
  'painter/browser': ['painter', 'core/display', 'core/lettering'],
  painter: ['core/display', 'core/lettering'],
  workers: ['core/*', 'painter', 'painter/browser'],
  bundle: ['core/model'],
  wire: ['core/model', 'core/commands'],
  server: ['wire', 'bundle', 'core/*', 'painter', 'painter/node'],
  ui: [],
  islands: ['ui', 'core/*', 'wire', 'workers'],
  pages: ['islands', 'server'],
  cli: ['core/*', 'bundle', 'painter', 'painter/node'],
};

export const FOLDERS = Object.keys(TABLE);

/** The folder of the table that a path below src/ lies in, or null. */
export function folderOf(path) {
  return FOLDERS.find((folder) => path === folder || path.startsWith(`${folder}/`)) ?? null;
}

export function mayImport(from, to) {
  if (from === to) return true;
  return TABLE[from].some((allowed) => allowed === to || (allowed.endsWith('/*') && to.startsWith(allowed.slice(0, -1))));
}
