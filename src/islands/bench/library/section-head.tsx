/** The head of a part of the library, with what can be added beside it. */
export function SectionHead({ title, children }: { readonly title: string; readonly children?: React.ReactNode }) {
  return <div className="flex h-6 items-center justify-between pr-0.5 pl-2"><h2 className="text-[12px] text-muted">{title}</h2>{children}</div>;
}
