const WORDS: Readonly<Record<string, string>> = {
  ENOSPC: 'the disk is full', EDQUOT: 'no more may be written there', EFBIG: 'it is larger than files may be there', EROFS: 'that disk can only be read', EACCES: 'that is not allowed', EPERM: 'that is not allowed',
  EISDIR: 'there is a folder of that name', ENOTEMPTY: 'there is a folder of that name', ENOTDIR: 'a part of its path is a file, not a folder', EEXIST: 'there is a file where a folder is meant', ENOENT: 'a part of its path is not there',
  ENAMETOOLONG: 'its name is too long', ELOOP: 'its path leads back to itself', EIO: 'the disk answers with an error', EMFILE: 'too many files are open', EPIPE: 'what reads it was closed',
};

/** Why the system did not read or write a file, in words. */
export function whyNot(error: unknown): string {
  const { code, message } = error as NodeJS.ErrnoException;
  return (code !== undefined && WORDS[code]) || message;
}
