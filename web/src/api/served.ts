/** For tests: what is asked of the server, without the day. */
export interface Asked { method: string; path: string; body: unknown }

/** For tests: a stand-in for fetch. The block answers what is asked with a body, or with [status, body]; what it throws is a lost connection. */
export const served = (answer: (asked: Asked) => unknown) => async (request: Request): Promise<Response> => {
  const address = new URL(request.url)
  address.searchParams.delete('today')
  const text = await request.text()
  const found = await answer({ method: request.method, path: address.pathname + address.search, body: text ? JSON.parse(text) : null })
  const [status, body] = Array.isArray(found) ? (found as [number, unknown]) : [200, found]
  return Response.json(body, { status })
}
