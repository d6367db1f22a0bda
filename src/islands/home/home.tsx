import { FolderInput, Plus, Search } from 'lucide-react';
import { useEffect, useState } from 'react';
import { isListProjects, isMadeProject, isNamedProject } from '../../wire/answers';
import type { ListProjects } from '../../wire';
import { Acorn, Button } from '../../ui';
import { call, type Called } from '../call';
import { chooseFiles } from '../bench/library/choose-files';
import { NewProject } from './new-project';
import { ProjectRow } from './project-row';
import { rememberMedia } from './waiting-media';

type State = { readonly kind: 'loading' } | { readonly kind: 'failed'; readonly message: string } | { readonly kind: 'listed'; readonly projects: ListProjects['projects'] };
type Told = { readonly text: string; readonly bad: boolean; readonly undo?: () => void };

/** Why the server did not do what was asked, and what to do. */
function reasonOf(answer: Exclude<Called<unknown>, { readonly kind: 'answer' }>): string {
  return answer.message ?? 'The server does not answer. Start it with npm start, then reload this page.';
}

/** All projects: begin one, open it, bring one in, and put one aside. */
export default function Home() {
  const [state, setState] = useState<State>({ kind: 'loading' });
  const [search, setSearch] = useState('');
  const [making, setMaking] = useState<readonly File[] | null>(null);
  const [busy, setBusy] = useState<string | null>(null);
  const [told, setTold] = useState<Told | null>(null);
  const [dropping, setDropping] = useState(false);

  const load = () => void call(isListProjects, '/api/projects').then((answer) => {
    if (answer.kind === 'answer') setState({ kind: 'listed', projects: answer.value.projects });
    else setState({ kind: 'failed', message: reasonOf(answer) });
  });
  useEffect(load, []);

  /** Asks the server for something and tells how it went; the list is looked at anew. */
  const ask = async (address: string, init: RequestInit, words: (name: string, missing: readonly string[]) => Told): Promise<void> => {
    const answer = await call(isMadeProject, address, init, [201]);
    setBusy(null);
    if (answer.kind === 'answer') setTold(words(answer.value.name, answer.value.missing));
    else setTold({ text: reasonOf(answer), bad: true });
    load();
  };
  const importFile = (file: File) => {
    setBusy(`Reading ${file.name} …`);
    return ask('/api/import', { method: 'POST', body: file.slice(0, file.size, 'application/octet-stream') }, (name, missing) => ({ text: `${name} is here.${missing.length > 0 ? ` Missing: ${missing.slice(0, 3).join(', ')}${missing.length > 3 ? ` and ${missing.length - 3} more` : ''}; find them again in its library.` : ''}`, bad: missing.length > 0 }));
  };
  const takeFiles = (files: readonly File[]) => {
    const projects = files.filter((file) => /\.(zip|json)$/i.test(file.name));
    if (projects.length > 0) void projects.reduce((before, file) => before.then(() => importFile(file)), Promise.resolve());
    else if (files.length > 0) setMaking(files);
  };
  const remove = async (id: string, name: string) => {
    const answer = await call(isNamedProject, `/api/projects/${encodeURIComponent(id)}`, { method: 'DELETE' });
    const restore = () => void call(isNamedProject, `/api/projects/${encodeURIComponent(id)}/restore`, { method: 'POST' }).then((back) => { setTold(back.kind === 'answer' ? { text: `${name} is back.`, bad: false } : { text: reasonOf(back), bad: true, undo: restore }); load(); });
    setTold(answer.kind === 'answer' ? { text: `${name} is deleted.`, bad: false, undo: restore } : { text: reasonOf(answer), bad: true });
    load();
  };
  const open = (id: string, files: readonly File[]) => {
    rememberMedia(id, files).then(() => window.location.assign(`/projects/${encodeURIComponent(id)}`), () => window.location.assign(`/projects/${encodeURIComponent(id)}`));
  };
  const projects = state.kind === 'listed' ? state.projects : [];
  const found = projects.filter((project) => project.name.toLowerCase().includes(search.trim().toLowerCase()));
  return (
    <div
      className="min-h-full"
      onDragOver={(event) => { if (event.dataTransfer.types.includes('Files')) { event.preventDefault(); setDropping(true); } }}
      onDragLeave={(event) => !event.currentTarget.contains(event.relatedTarget as Node | null) && setDropping(false)}
      onDrop={(event) => { event.preventDefault(); setDropping(false); takeFiles([...event.dataTransfer.files]); }}
    >
      <div className="mx-auto flex max-w-6xl flex-col gap-8 px-6 py-10">
        <header className="flex items-center gap-4">
          <Acorn size={52} />
          <div className="grow">
            <h1 className="font-title text-3xl font-bold">Oak Tumble</h1>
            <p className="text-[14px] text-muted">Key a layer, nest it, then bend its time until it lands on the beat.</p>
          </div>
          <Button onClick={() => chooseFiles('.zip,.json,.oak.json', true, takeFiles)}><FolderInput size={14} aria-hidden="true" />Import</Button>
          <Button tone="strong" onClick={() => setMaking([])}><Plus size={14} aria-hidden="true" />New project</Button>
        </header>
        <section>
          <div className="flex items-center justify-between pb-3">
            <h2 className="font-title text-lg font-semibold">Projects</h2>
            {projects.length > 1 && (
              <span className="relative flex w-60 items-center">
                <Search size={13} aria-hidden="true" className="absolute left-2.5 text-muted" />
                <input aria-label="Search projects" value={search} onChange={(event) => setSearch(event.target.value)} placeholder="Search projects" className="h-8 w-full rounded-md bg-raised pr-2 pl-8 placeholder:text-muted" />
              </span>
            )}
          </div>
          {state.kind === 'loading' && <p role="status" className="text-muted">Looking for projects …</p>}
          {state.kind === 'failed' && <p role="alert" className="text-rust">{state.message}</p>}
                    {state.kind === 'listed' && projects.length > 0 && found.length === 0 && <p className="text-muted">No project is called “{search.trim()}”.</p>}
          {busy && <p role="status" className="pb-2 text-muted">{busy}</p>}
          <ul className={`grid gap-x-5 gap-y-7 ${projects.length < 4 ? 'grid-cols-2' : 'grid-cols-3'}`}>
            {found.map((project) => (
              <ProjectRow
                key={project.id} project={project} onChanged={load} onTold={(text, bad) => setTold({ text, bad })} onDelete={() => void remove(project.id, project.name)}
                onDuplicate={() => void ask(`/api/projects/${encodeURIComponent(project.id)}/duplicate`, { method: 'POST' }, (name) => ({ text: `${name} is made.`, bad: false }))}
              />
            ))}
            {state.kind === 'listed' && projects.length < 4 && (
              <li>
                <button type="button" onClick={() => setMaking([])} className="grid aspect-video w-full place-content-center gap-1 rounded-lg border-2 border-dashed border-line text-center text-muted hover:border-leaf hover:text-paper">
                  <span className="text-[15px] text-paper">Start a film</span>
                  <span>or drop pictures, drawings or a project here</span>
                </button>
              </li>
            )}
          </ul>
        </section>
      </div>
      {making && <NewProject files={making} onClose={() => setMaking(null)} onMade={open} />}
      {dropping && <p className="pointer-events-none fixed inset-3 z-40 grid place-content-center rounded-xl border-2 border-dashed border-leaf bg-deep/85 text-[15px]">Drop a project to bring it in, or pictures to begin one from them</p>}
      {told && (
        <p role={told.bad ? 'alert' : 'status'} className={`fixed bottom-4 left-1/2 z-30 flex -translate-x-1/2 items-center gap-4 rounded-lg bg-deep px-4 py-2.5 shadow-2xl ring-1 ${told.bad ? 'ring-rust' : 'ring-line'}`}>
          {told.text}
          {told.undo && <Button tone="raised" onClick={told.undo}>Undo</Button>}
          <Button tone="plain" onClick={() => setTold(null)}>Close</Button>
        </p>
      )}
    </div>
  );
}
