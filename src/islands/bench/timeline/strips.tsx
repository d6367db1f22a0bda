import { AskStrip } from './ask-strip';
import { NestStrip } from './nest-strip';
import { PasteStrip, SequenceRate } from './sequence-strip';

/** What is asked about an edit, in a row of its own between ruler and tracks: the rows stand lower meanwhile, and nothing is hidden. */
export function Strips() {
  return (
    <div className="col-span-2 min-w-0">
      <NestStrip />
      <SequenceRate />
      <PasteStrip />
      <AskStrip />
    </div>
  );
}
