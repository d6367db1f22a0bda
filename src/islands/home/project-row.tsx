import { changeFrom } from '../../core/commands';
import { VERSION } from '../../core/model';
import { useState } from 'react';
import { framesPerSecond } from '../../core/time';
import type { ListProjects } from '../../wire';
import { isChangeAnswer } from '../../wire/answers';
import { InPlace, Menu } from '../../ui';
import { call } from '../call';
import { momentWords } from './moment-words';

type Project = ListProjects['projects'][number];
type Props = { readonly project: Project; readonly onChanged: () => void; readonly onTold: (text: string, bad: boolean) => void; readonly onDelete: () => void; readonly onDuplicate: () => void };

/** A project in the list: its moving picture, its name, what it is, and what can be done with it. */
export function ProjectRow({ project, onChanged, onTold, onDelete, onDuplicate }: Props) {
  const { id, name, revision, changedAt } = project;
  const [renaming, setRenaming] = useState(false);
  const address = `/projects/${encodeURIComponent(id)}`;
  const file = (query: string) => window.location.assign(`/api${address}/file${query}`);
  const rename = async (next: string) => {
    const change = changeFrom({ event: 'project.rename', label: `Rename the project “${next}”`, patches: [{ path: ['name'], from: name, to: next }] }, crypto.randomUUID());
    const answer = await call(isChangeAnswer, `/api${address}/changes`, { method: 'POST', body: JSON.stringify({ page: VERSION, base: revision, change }) }, [200, 409]);
    if (answer.kind !== 'answer' || answer.value.kind === 'conflict') onTold(answer.kind === 'answer' ? 'It was renamed in another window meanwhile.' : answer.kind === 'unreachable' ? 'The server does not answer; the name is as it was.' : answer.message, true);
    onChanged();
  };
  return (
    <li className="group flex flex-col gap-2">
      <a href={address} aria-label={`Open ${name}`} className="block overflow-hidden rounded-lg bg-panel focus-visible:outline-offset-2"><Moving id={id} revision={revision} /></a>
      <div className="flex items-start gap-2">
        <div className="min-w-0 grow">
          <div className="text-[15px] font-medium"><InPlace label={`Name of ${name}`} value={name} editing={renaming} onDone={() => setRenaming(false)} onPick={() => window.location.assign(address)} title={`${name}: click to open, double-click to rename`} onSet={(next) => void rename(next)} /></div>
          <p className="truncate px-1 text-muted">{mainWords(project)}</p>
          <p className="truncate px-1 text-muted">{revision === 0 ? 'As it came' : `${revision} ${revision === 1 ? 'change' : 'changes'}`}, <time dateTime={changedAt}>{momentWords(changedAt)}</time></p>
        </div>
        <Menu
          trigger={<button type="button" aria-label={`More about ${name}`} className="grid size-7 shrink-0 place-items-center rounded-md text-[16px] text-muted hover:bg-raised hover:text-paper">⋯</button>}
          entries={[
            { label: 'Open', onPick: () => window.location.assign(address) },
            { label: 'Rename', focuses: true, onPick: () => setRenaming(true) },
            { label: 'Duplicate', onPick: onDuplicate },
            { label: 'Export with its media', about: 'One zip, for another machine', onPick: () => file('?with=media') },
            { label: 'Export the project file', onPick: () => file('') },
            { label: 'Delete', onPick: onDelete },
          ]}
        />
      </div>
    </li>
  );
}

function mainWords({ main, compositions }: Project): string {
  if (!main) return 'No composition yet';
  const seconds = Math.round((main.duration / framesPerSecond(main.rate)) * 10) / 10;
  return `${main.width} × ${main.height}, ${Math.round(framesPerSecond(main.rate) * 100) / 100} fps, ${seconds} s${compositions > 1 ? `, ${compositions} compositions` : ''}`;
}

/** The film in small pictures, as the server keeps them: it moves while it is pointed at. */
function Moving({ id, revision }: { readonly id: string; readonly revision: number }) {
  const [lost, setLost] = useState(false);
  if (lost) return <span aria-hidden="true" className="block aspect-video w-full bg-raised" />;
  return (
    <span aria-hidden="true" className="block aspect-video w-full overflow-hidden bg-raised">
      <img src={`/api/projects/${encodeURIComponent(id)}/still?revision=${revision}`} alt="" loading="lazy" onError={() => setLost(true)} className="moving-strip h-full max-w-none" />
    </span>
  );
}
