import { startTransition, useEffect, useState } from 'react';
import { startPictureWorker } from '../../workers/picture/start';
import { Button } from '../../ui/button';
import type { Opening } from './open-project';
import { usePart } from './use-part';

// The slowest first: the picture's worker starts and the document is asked for while the rest of the Bench is still coming.
const worker = typeof window === 'undefined' ? null : startPictureWorker();
const opener = import('./open-project');
const desk = import('./open-bench').then((part) => part.OpenBench);

// What draws islands is large: the first drawing begins in a task of its own, not in the one that took it in.
await import('react-dom/client');
await new Promise((next) => setTimeout(next, 0));

/** The Bench: key and time. Opens the project and hands it to its parts. */
export default function Bench({ projectId }: { readonly projectId: string }) {
  const [opening, setOpening] = useState<Opening>({ kind: 'opening' });
  useEffect(() => {
    let close: (() => void) | null = null;
    let gone = false;
    void opener.then(({ openProject }) => openProject(projectId, worker!)).then((next) => {
      if (next.kind === 'open') {
        if (gone) return next.editor.close();
        close = next.editor.close;
      }
      startTransition(() => setOpening(next));
    });
    return () => {
      gone = true;
      close?.();
    };
  }, [projectId]);
  const OpenBench = usePart(desk);
  if (opening.kind === 'open' && OpenBench) return <OpenBench editor={opening.editor} />;
  if (opening.kind !== 'failed') return <div className="p-6"><h1 className="sr-only">Bench</h1><p className="text-muted" role="status">Opening the project …</p></div>;
  return (
    <div className="grid h-full place-content-center gap-4 text-center">
      <p className="max-w-96">{opening.message}</p>
      <p><Button onClick={() => window.location.assign('/')}>All projects</Button></p>
    </div>
  );
}
