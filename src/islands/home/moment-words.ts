const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sept', 'Oct', 'Nov', 'Dec'] as const;

/** A moment on this machine's clock, as in “25 Nov 2026, 16:05”. Written by hand: a page's first use of the browser's own formats stops it for longer than a frame. */
export function momentWords(iso: string): string {
  const at = new Date(iso);
  if (Number.isNaN(at.getTime())) return 'some time ago';
  return `${at.getDate()} ${MONTHS[at.getMonth()]} ${at.getFullYear()}, ${[at.getHours(), at.getMinutes()].map((part) => String(part).padStart(2, '0')).join(':')}`;
}
