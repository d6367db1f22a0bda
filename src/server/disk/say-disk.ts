/** What a machine says of its disk, by the codes of the system and of PostgreSQL. */
const WORDS: Readonly<Record<string, string>> = {
  ENOSPC: 'The disk that holds the data folder is full. Make room on it',
  EDQUOT: 'The data folder has used up the room that it is allowed. Make room in it',
  EROFS: 'The disk that holds the data folder can only be read. Make it writable',
  EACCES: 'The data folder may not be written by this program. Give it the right to',
  EPERM: 'The data folder may not be written by this program. Give it the right to',
  EIO: 'The disk that holds the data folder answers with errors. Look after it',
  EMFILE: 'This machine has too many files open. Close other programs',
  ENFILE: 'This machine has too many files open. Close other programs',
  '53100': 'The disk that holds the data folder is full. Make room on it',
};

/** A sentence about a disk that could not be written, or null when an error tells of something else. */
export function sayDisk(error: unknown): string | null {
  const words = WORDS[(error as { readonly code?: string } | null)?.code ?? ''];
  return words === undefined ? null : `${words}, then try again: this was not kept, and what was kept before is whole.`;
}
