/** What is asked of a request before it is let in. */
type Asked = Pick<Request, 'method' | 'headers' | 'url'>;

const LOOPBACK = new Set(['127.0.0.1', 'localhost', '[::1]']);

/** Names that this server answers to: loopback, and those in NEEDLEFILE_HOSTS, parted by commas. */
const mayBeCalled = (name: string): boolean =>
  LOOPBACK.has(name) ||
  (name !== '' &&
    (process.env.NEEDLEFILE_HOSTS ?? '')
      .toLowerCase()
      .split(/[\s,]+/)
      .includes(name));

const nameOf = (host: string): string => host.toLowerCase().replace(/:\d{1,5}$/, '');

/**
 * Asks each request who sends it.
 * @returns why it is refused, in words, or null
 */
export const refusedAtDoor = (request: Asked): string | null => refusedForHost(request) ?? refusedForOrigin(request);

/**
 * Where a name of somebody else's leads to this machine, a page from there could read all that is here (DNS rebinding):
 * only names known as our own are answered.
 */
function refusedForHost({ headers }: Asked): string | null {
  const host = headers.get('host') ?? '';
  if (mayBeCalled(nameOf(host))) return null;
  return `This server is not called “${host.slice(0, 100)}”. Set NEEDLEFILE_HOSTS to let it answer to other names.`;
}

/**
 * Data is given to pages of our own only: whatever another page in the same browser asks is refused.
 */
function refusedForOrigin({ method, headers, url }: Asked): string | null {
  const origin = headers.get('origin');
  const site = headers.get('sec-fetch-site');
  const foreign =
    (origin !== null && !isOwn(origin, headers.get('host') ?? '')) ||
    (site !== null && site !== 'same-origin' && site !== 'none');
  // A link from elsewhere may open a page; it may neither ask for data nor change any.
  const onlyOpens = (method === 'GET' || method === 'HEAD') && !new URL(url).pathname.startsWith('/api/');
  return foreign && !onlyOpens ? 'Only pages of Needlefile itself may ask for this.' : null;
}

function isOwn(origin: string, host: string): boolean {
  try {
    return new URL(origin).host === host.toLowerCase();
  } catch {
    return false;
  }
}
