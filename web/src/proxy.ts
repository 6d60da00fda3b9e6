import { NextResponse, type NextRequest } from 'next/server';
import { refusedAtDoor } from './server/doorkeeper';
import { contentPolicy, HEADERS } from './server/security-headers';

// Requests for data are asked at the door by `answer`: whatever passes here has its body kept in memory.
export const config = { matcher: '/((?!api/).*)' };

/** Pages and their files come by here first: who may ask, and what a page of ours may do in a browser. */
export function proxy(request: NextRequest): NextResponse {
  const refused = refusedAtDoor(request);
  if (refused) return withHeaders(NextResponse.json({ error: refused }, { status: 403 }), contentPolicy(''));
  // Next gives its own scripts the nonce that it finds in this header of the request.
  const policy = contentPolicy(Buffer.from(crypto.getRandomValues(new Uint8Array(16))).toString('base64'));
  const headers = new Headers(request.headers);
  headers.set('content-security-policy', policy);
  return withHeaders(NextResponse.next({ request: { headers } }), policy);
}

function withHeaders(response: NextResponse, policy: string): NextResponse {
  response.headers.set('content-security-policy', policy);
  for (const [name, value] of Object.entries(HEADERS)) response.headers.set(name, value);
  return response;
}
