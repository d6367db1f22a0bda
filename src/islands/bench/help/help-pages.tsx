import { Fragment, useState } from 'react';
import { Dialog } from '../../../ui';
import { HELP_PAGES } from './pages';

/** Short pages about the Bench, one picture each. */
export function HelpPages({ page, onClose }: { readonly page: string; readonly onClose: () => void }) {
  const [id, setId] = useState(page);
  const shown = HELP_PAGES.find((one) => one.id === id) ?? HELP_PAGES[0]!;
  return (
    <Dialog title="Help" about="Short pages about the Bench." open onClose={onClose} wide>
      <div className="grid grid-cols-[150px_minmax(0,1fr)] gap-5">
        <nav aria-label="Help pages" className="flex flex-col gap-0.5">
          {HELP_PAGES.map((one) => <button key={one.id} type="button" aria-current={one.id === shown.id} onClick={() => setId(one.id)} className={`rounded-md px-2.5 py-1.5 text-left ${one.id === shown.id ? 'bg-raised' : 'text-muted hover:bg-raised/60 hover:text-paper'}`}>{one.title}</button>)}
        </nav>
        <article key={shown.id} tabIndex={0} aria-label={shown.title} className="flex max-h-[calc(100vh-150px)] min-h-[330px] flex-col gap-3 overflow-y-auto pr-2 *:shrink-0">
          <h3 className="font-title text-[16px] font-semibold">{shown.title}</h3>
          {shown.picture}
          {shown.says.map((sentence) => <p key={sentence} className="max-w-[62ch] leading-relaxed">{sentence}</p>)}
          {shown.lists && <dl className="grid grid-cols-[max-content_minmax(0,1fr)] gap-x-3 gap-y-1">{shown.lists.map(([name, about]) => <Fragment key={name}><dt className="font-medium">{name}</dt><dd className="text-muted">{about}</dd></Fragment>)}</dl>}
        </article>
      </div>
    </Dialog>
  );
}
