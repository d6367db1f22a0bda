import '../jitless';
import { useEffect, useState } from 'react';
import { framesPerSecond } from '../../core/time';
import { Acorn } from '../../ui';
import { listProjects, type ListProjects } from '../../wire';
import { call } from '../call';

type State = { readonly kind: 'loading' } | { readonly kind: 'failed'; readonly message: string } | { readonly kind: 'listed'; readonly projects: ListProjects['projects'] };

/** All projects, the one changed last first. */
export default function Home() {
  const [state, setState] = useState<State>({ kind: 'loading' });
  useEffect(() => {
    void call(listProjects, '/api/projects').then((answer) => {
      if (answer.kind === 'answer') setState({ kind: 'listed', projects: answer.value.projects });
      else setState({ kind: 'failed', message: answer.kind === 'refused' ? answer.message : 'The server does not answer. Start it with npm start, then reload this page.' });
    });
  }, []);
  return (
    <div className="mx-auto flex max-w-5xl flex-col gap-8 px-6 py-12">
      <header className="flex items-center gap-4">
        <Acorn size={52} />
        <div>
          <h1 className="font-title text-3xl font-bold">Oak Tumble</h1>
          <p className="text-[14px] text-muted">Key a layer, nest it, then bend its time until it lands on the beat.</p>
        </div>
      </header>
      <section>
        <h2 className="pb-2 font-title text-lg font-semibold">Projects</h2>
        {state.kind === 'loading' && <p role="status" className="text-muted">Looking for projects …</p>}
        {state.kind === 'failed' && <p role="alert" className="text-rust">{state.message}</p>}
        {state.kind === 'listed' && state.projects.length === 0 && <p className="text-muted">There are no projects in this data folder.</p>}
        {state.kind === 'listed' && (
          <ul className="flex flex-col">
            {state.projects.map((project) => (
              <li key={project.id} className="border-b border-line last:border-0">
                <a href={`/projects/${encodeURIComponent(project.id)}`} className="flex items-center gap-5 -mx-3 rounded-lg px-3 py-3.5 hover:bg-panel">
                  <Still id={project.id} />
                  <span className="min-w-0 grow">
                    <span className="block truncate text-[15px] font-medium">{project.name}</span>
                    <span className="block text-muted">{mainWords(project)}</span>
                  </span>
                  <span className="text-right text-muted">
                    <span className="block">{project.revision === 0 ? 'As it came' : `${project.revision} ${project.revision === 1 ? 'change' : 'changes'}`}</span>
                    <time dateTime={project.changedAt}>{new Date(project.changedAt).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' })}</time>
                  </span>
                </a>
              </li>
            ))}
          </ul>
        )}
      </section>
    </div>
  );
}

function mainWords({ main, compositions }: ListProjects['projects'][number]): string {
  if (!main) return 'No composition yet';
  const seconds = Math.round((main.duration / framesPerSecond(main.rate)) * 10) / 10;
  return `${main.width} × ${main.height}, ${Math.round(framesPerSecond(main.rate) * 100) / 100} fps, ${seconds} s, ${compositions} ${compositions === 1 ? 'composition' : 'compositions'}`;
}

/** A still of the main composition, as the server keeps it. */
function Still({ id }: { readonly id: string }) {
  const [lost, setLost] = useState(false);
  if (lost) return <span aria-hidden="true" className="h-[108px] w-48 shrink-0 rounded-md bg-raised" />;
  return <img src={`/api/projects/${encodeURIComponent(id)}/still`} alt="" width={192} height={108} onError={() => setLost(true)} className="h-[108px] w-48 shrink-0 rounded-md bg-raised object-cover" />;
}
