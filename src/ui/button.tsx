import type { ButtonHTMLAttributes, ReactNode } from 'react';

type Tone = 'plain' | 'raised' | 'strong' | 'danger';

const TONES: Readonly<Record<Tone, string>> = {
  plain: 'text-paper hover:bg-raised',
  raised: 'bg-raised text-paper hover:bg-lifted',
  strong: 'bg-leaf text-ground font-medium hover:brightness-110',
  danger: 'bg-rust text-deep font-semibold hover:brightness-110',
};

/** A button with words. */
export function Button({ tone = 'raised', children, className = '', ...rest }: { readonly tone?: Tone; readonly children: ReactNode } & ButtonHTMLAttributes<HTMLButtonElement>) {
  return (
    <button type="button" className={`inline-flex h-7 shrink-0 items-center gap-1.5 rounded-md px-3 text-[12.5px] whitespace-nowrap disabled:opacity-45 ${TONES[tone]} ${className}`} {...rest}>
      {children}
    </button>
  );
}

/** A button with a drawing alone: its name is read aloud and shown on hover. */
export function IconButton({ label, hint, children, pressed, className = 'h-7', ...rest }: {
  readonly label: string; readonly hint?: string; readonly children: ReactNode; readonly pressed?: boolean;
} & ButtonHTMLAttributes<HTMLButtonElement>) {
  return (
    <button
      type="button"
      aria-label={label}
      aria-pressed={pressed}
      title={hint ? `${label} (${hint})` : label}
      className={`inline-grid w-7 shrink-0 place-items-center rounded-md text-paper hover:bg-raised disabled:text-muted disabled:opacity-50 ${className}`}
      {...rest}
    >
      {children}
    </button>
  );
}
