import { job, piecesOf, type Piece } from '../workshop';
import { readSource, type DocumentSource } from './document-source';

/** Reads a snapshot, and the changes after it where a file has them, and tells the document in pieces, which the server puts together between other answers. Answers how long its text is. */
export const openSnapshot = job<DocumentSource, { readonly length: number }>({
  name: 'open-snapshot',
  deadline: 60_000,
  memory: 1_500_000_000,
  rank: 0,
  async run(source, tell) {
    const project = await readSource(source);
    let length = 0;
    for (const piece of piecesOf(project)) {
      length += JSON.stringify(piece.value).length;
      await tell(piece satisfies Piece);
    }
    return { length };
  },
});
