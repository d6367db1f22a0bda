/** Why a project, a change or a value was refused: data first, words from `sayIssue`. */
export type Issue =
  | { readonly kind: 'not-json'; readonly line: number; readonly column: number; readonly cutOff: boolean }
  | { readonly kind: 'not-a-project' }
  | { readonly kind: 'newer'; readonly version: number; readonly reads: number }
  | { readonly kind: 'too-large'; readonly bytes: number; readonly limit: number }
  | { readonly kind: 'too-deep'; readonly limit: number }
  | { readonly kind: 'unknown-field'; readonly place: Place; readonly field: string }
  | { readonly kind: 'unknown-kind'; readonly place: Place; readonly known: readonly string[] }
  | { readonly kind: 'wrong'; readonly place: Place; readonly message: string }
  | { readonly kind: 'twice'; readonly place: Place; readonly id: string };

/** Where in the file: the path as written, and the names that a person knows the things on it by. */
export type Place = { readonly path: string; readonly names: readonly string[] };

export type Parsed<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly issues: readonly Issue[] };

/** One plain sentence: what is wrong, where, and what to do when it is not plain. */
export function sayIssue(issue: Issue): string {
  switch (issue.kind) {
    case 'not-json':
      return issue.cutOff
        ? `The file is cut off: it ends at line ${issue.line}, column ${issue.column}, in the middle of the project. Use an unbroken copy.`
        : `The file is not readable JSON: something is wrong at line ${issue.line}, column ${issue.column}.`;
    case 'not-a-project':
      return 'This is not an Oak Tumble project: its `format` is not "oak-tumble/project".';
    case 'newer':
      return `This project was written by a newer Oak Tumble (version ${issue.version}); this one reads up to version ${issue.reads}. Update, then open it again.`;
    case 'too-deep':
      return `Things stand in one another more than ${issue.limit} deep, which no project has. Export it again.`;
    case 'too-large':
      return `The file has ${Math.ceil(issue.bytes / 1e6)} MB; a project may have ${issue.limit / 1e6} MB.`;
    case 'unknown-field':
      return `${where(issue.place)}: there is no field \`${issue.field}\` here. Check its spelling or take it out.`;
    case 'unknown-kind':
      return `${where(issue.place)}: this kind is not known. Known are ${issue.known.join(', ')}.`;
    case 'wrong':
      return `${where(issue.place)}: ${issue.message}.`;
    case 'twice':
      return `${where(issue.place)}: the id "${issue.id}" is given twice. Ids are unique in their list.`;
  }
}

function where({ path, names }: Place): string {
  const at = path === '' ? 'The project' : path;
  return names.length ? `${names.join(', ')} (${at})` : at;
}
