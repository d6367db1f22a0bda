/** Starts the picture's worker. It takes longest to be ready, so a page begins with it, before anything is known of the project. */
export function startPictureWorker(): Worker {
  return new Worker(new URL('./worker.ts', import.meta.url), { type: 'module' });
}
