import type { IncomingHttpHeaders } from 'node:http';
import { problem } from '../problem';
import { underApi } from '../underApi';

/** Hosts under which the server answers, beside this machine's own names: UNDER_ARC_HOSTS, with commas between. */
const NAMED = (process.env['UNDER_ARC_HOSTS'] ?? '')
  .split(',')
  .map((name) => name.trim().toLowerCase())
  .filter(Boolean);
const HOSTS: ReadonlySet<string> = new Set(['localhost', '127.0.0.1', '[::1]', ...NAMED]);

/** What may be sent with a change: JSON, and the kinds of files that are taken. None of them can a foreign page send. */
const TAKEN =
  /^(application\/(json|octet-stream|(x-)?font[\w.+-]*|vnd\.ms-opentype)|font\/[\w.+-]+|image\/(png|jpeg|webp))\s*(;|$)/i;
/** What is answered under /api runs nothing and is in no frame, whatever it is: a picture too. */
const NOTHING = "default-src 'none'; base-uri 'none'; form-action 'none'; frame-ancestors 'none'";
const SAID = {
  'x-content-type-options': 'nosniff',
  'x-frame-options': 'DENY',
  'referrer-policy': 'no-referrer',
  'permissions-policy': 'camera=(), display-capture=(), geolocation=(), microphone=()',
};
const READING: ReadonlySet<string> = new Set(['GET', 'HEAD']);

const hostname = (host: string): string => host.toLowerCase().replace(/:\d+$/, '');

/** Refuses names that are not this server's: a name of elsewhere may be made to lead here. */
function checkHost(host: string): void {
  if (!HOSTS.has(hostname(host)))
    throw problem(421, {
      code: 'unknown-host',
      message: `This server does not answer for “${host.slice(0, 100)}”. If it should, name it in UNDER_ARC_HOSTS.`,
    });
}

/** Refuses what another page sends, as the browser says. */
function checkOrigin({ origin, 'sec-fetch-site': site }: IncomingHttpHeaders, host: string): void {
  const own = origin === undefined || isOwn(origin, host);
  if (!own || (site !== undefined && site !== 'same-origin' && site !== 'none'))
    throw problem(403, {
      code: 'foreign-page',
      message: 'Changes are taken from pages of Under Arc itself only. Open it at its own address.',
    });
}

/** Refuses bodies that a form of another page could send. */
function checkType(headers: IncomingHttpHeaders): void {
  const type = headers['content-type'];
  const hasBody = Number(headers['content-length'] ?? 0) > 0 || headers['transfer-encoding'] !== undefined;
  if ((hasBody || type !== undefined) && !TAKEN.test(type ?? ''))
    throw problem(415, {
      code: 'unknown-type',
      message: `A body of the type ${(type ?? 'none').slice(0, 60)} is not taken. Send JSON as application/json, or a typeface or picture as what it is.`,
    });
}

/**
 * Lets in only what comes to a name of this server, and changes only from its own pages: a page of elsewhere in the
 * same browser can neither read nor change anything, whatever name it gives itself.
 */
export default defineEventHandler((event) => {
  // Said with refusals too. Pages get a policy of their own, see nuxt.config.ts.
  setResponseHeaders(event, { ...SAID, ...(underApi(event.path) && { 'content-security-policy': NOTHING }) });
  const { method = '', headers } = event.node.req,
    host = headers.host ?? '';
  checkHost(host);
  if (READING.has(method)) return;
  checkOrigin(headers, host);
  checkType(headers);
});

function isOwn(origin: string, host: string): boolean {
  try {
    const from = new URL(origin).host.toLowerCase();
    return from === host.toLowerCase() || NAMED.includes(hostname(from));
  } catch {
    return false;
  }
}
