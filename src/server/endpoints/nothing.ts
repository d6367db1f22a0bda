/** Stands where the framework would put an address of its own that nobody asks for. */
export const prerender = false;

export function GET(): Response {
  return new Response(null, { status: 404 });
}
