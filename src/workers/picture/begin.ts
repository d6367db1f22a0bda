import { startPictureWorker } from './start';

/** The Bench's first picture worker, started by the page's own first script: it reads itself in while the Bench is still on its way. None on the server. */
export const firstWorker: Worker | null = typeof window === 'undefined' ? null : startPictureWorker();
