import type { Project } from '../../model';

/** Hands out ids that the document does not hold yet, the same each time: `n1`, `n2` … */
export function idsFromDocument(project: Project): () => string {
  const taken = new Set<string>();
  const gather = (value: unknown): void => {
    if (typeof value === 'string') return void taken.add(value);
    if (value === null || typeof value !== 'object') return;
    for (const [key, inner] of Object.entries(value)) {
      taken.add(key);
      gather(inner);
    }
  };
  gather(project);
  let n = 0;
  return () => {
    do n++; while (taken.has(`n${n}`));
    return `n${n}`;
  };
}
