import { startTransition, useEffect, useState } from 'react';
import { firstWorker } from '../../workers/picture/begin';
import { Button } from '../../ui/button';
import { isSalvagedProject } from '../../wire/answers';
import { call } from '../call';
import type { Opening } from './open-project';
import { usePart } from './use-part';

// The document is asked for while the rest of the Bench is still coming.
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
    void opener.then(({ openProject }) => openProject(projectId, firstWorker!)).then((next) => {
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
      <h1 className="sr-only">Bench</h1>
      <p className="max-w-xl px-4 wrap-anywhere">{opening.message}</p>
      <p className="flex justify-center gap-2">
        {opening.savable && <Save projectId={projectId} onFailed={(message) => setOpening({ kind: 'failed', message })} />}
        <Button onClick={() => window.location.assign('/')}>All projects</Button>
      </p>
    </div>
  );
}

/** Makes a new project of what can be read of this one, and goes there; this one stays as it is. */
function Save({ projectId, onFailed }: { readonly projectId: string; readonly onFailed: (message: string) => void }) {
  const [busy, setBusy] = useState(false);
  const save = async () => {
    setBusy(true);
    const answer = await call(isSalvagedProject, `/api/projects/${encodeURIComponent(projectId)}/salvage`, { method: 'POST' }, [201]);
    if (answer.kind !== 'answer') return onFailed(answer.message ?? 'The server does not answer.');
    // Said by the page that opens it.
    window.sessionStorage.setItem(`saved ${answer.value.id}`, answer.value.lost);
    window.location.assign(`/projects/${encodeURIComponent(answer.value.id)}`);
  };
  return <Button tone="strong" disabled={busy} onClick={() => void save()}>{busy ? 'Reading what is left …' : 'Open what can be saved'}</Button>;
}
