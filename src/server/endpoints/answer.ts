import { CannotOpen } from '../cannot-open';
import { sayDisk } from '../disk';

/** An answer as JSON, never kept by a cache. */
export function json(value: unknown, status = 200): Response {
  return new Response(JSON.stringify(value), { status, headers: { 'content-type': 'application/json; charset=utf-8', 'cache-control': 'no-store' } });
}

/** A refusal: one sentence for a person. */
export function refuse(status: number, message: string): Response {
  return json({ message }, status);
}

/** Runs an endpoint; what it did not expect is told to the log, and to the page as a plain sentence. */
export async function safely(work: () => Promise<Response>): Promise<Response> {
  try {
    return await work();
  } catch (error) {
    if (error instanceof CannotOpen) return refuse(503, error.message);
    const disk = sayDisk(error);
    if (disk) return refuse(507, disk);
    console.error(error);
    return refuse(500, 'Something went wrong here; nothing was changed. Try again, and look at the terminal if it goes on.');
  }
}
