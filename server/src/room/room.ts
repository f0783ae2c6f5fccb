import { randomBytes, randomInt } from 'node:crypto';
import { type IncomingMessage, type Server, type ServerResponse, createServer } from 'node:http';
import { networkInterfaces } from 'node:os';
import { askPage, followPage } from './page.ts';

/** What a second screen shows: the step in hand and nothing else. Pictures are SVG documents. */
export interface Shown {
  readonly name: string;
  readonly place: string;
  readonly says: string;
  readonly pictures: readonly string[];
}

/** Where the room is open: its code, and the addresses a tablet in the same room can type. */
export interface OpenRoom {
  readonly code: string;
  readonly addresses: readonly string[];
}

/** Wrong codes after which the room closes: a code is no password, it only has to outlast guessing. */
const MOST_WRONG = 40;
/** A bench that shows nothing new for so long has been left; the room closes by itself. */
const IDLE_MS = 3 * 3_600_000;
const FIRST_PORT_TRIED = 4890;

/**
 * A second listener, for other machines in the room: off until it is opened, closed by hand, by wrong codes, or by itself
 * when nothing is shown any more. It knows the step that the bench has shown, and no plan, run or drawer.
 */
export class Room {
  private server: Server | undefined;
  private code = '';
  private wrong = 0;
  private version = 0;
  private shown: Shown | undefined;
  private idle: NodeJS.Timeout | undefined;
  private readonly host: string;
  constructor(host = '0.0.0.0') {
    this.host = host;
  }

  get open(): OpenRoom | null {
    const address = this.server?.address();
    if (!address || typeof address !== 'object') return null;
    const { port } = address;
    return { code: this.code, addresses: ownAddresses(this.host).map((own) => `http://${own}:${port}`) };
  }

  /** Opens it with a new code; one that is open stays as it is. Throws where no port can be had. */
  async start(): Promise<OpenRoom> {
    if (this.open) return this.open;
    this.code = String(randomInt(100_000, 1_000_000));
    [this.wrong, this.shown, this.version] = [0, undefined, 0];
    const server = createServer((req, res) => this.answer(req, res));
    try {
      await listen(server, FIRST_PORT_TRIED, this.host);
    } catch {
      await listen(server, 0, this.host);
    }
    server.unref();
    this.server = server;
    this.stayAwake();
    return this.open!;
  }

  show(shown: Shown): void {
    if (!this.server) return;
    this.shown = shown;
    this.version++;
    this.stayAwake();
  }

  stop(): void {
    clearTimeout(this.idle);
    this.server?.close();
    this.server?.closeAllConnections();
    this.server = undefined;
    this.shown = undefined;
  }

  private stayAwake(): void {
    clearTimeout(this.idle);
    this.idle = setTimeout(() => this.stop(), IDLE_MS);
    this.idle.unref();
  }

  private answer(req: IncomingMessage, res: ServerResponse): void {
    const url = new URL(req.url ?? '/', 'http://room');
    const nonce = randomBytes(12).toString('base64');
    res.setHeader('cache-control', 'no-store');
    res.setHeader('x-content-type-options', 'nosniff');
    res.setHeader('referrer-policy', 'no-referrer');
    res.setHeader(
      'content-security-policy',
      `default-src 'none'; style-src 'nonce-${nonce}'; script-src 'nonce-${nonce}'; img-src data:; connect-src 'self'; form-action 'self'; base-uri 'none'; frame-ancestors 'none'`,
    );
    if (req.method !== 'GET' && req.method !== 'HEAD') return end(res, 405, 'Nothing is written here.');
    const given = url.searchParams.get('code');
    if (url.pathname !== '/' && url.pathname !== '/now') return end(res, 404, 'There is nothing here.');
    if (given === null && url.pathname === '/')
      return page(res, 200, askPage(nonce, 'Type the code that the bench shows.'));
    if (given !== this.code) {
      if (++this.wrong >= MOST_WRONG) this.stop();
      return url.pathname === '/'
        ? page(res, 403, askPage(nonce, 'That is not the code; look at the bench and type it again.'))
        : end(res, 403, 'That is not the code.');
    }
    if (url.pathname === '/') return page(res, 200, followPage(nonce, this.code));
    res.setHeader('content-type', 'application/json; charset=utf-8');
    const isSeen = url.searchParams.get('after') === String(this.version);
    res.end(JSON.stringify({ version: this.version, shown: isSeen ? null : (this.shown ?? null) }));
  }
}

const end = (res: ServerResponse, status: number, text: string): void => {
  res.statusCode = status;
  res.setHeader('content-type', 'text/plain; charset=utf-8');
  res.end(text);
};

const page = (res: ServerResponse, status: number, html: string): void => {
  res.statusCode = status;
  res.setHeader('content-type', 'text/html; charset=utf-8');
  res.end(html);
};

const listen = (server: Server, port: number, host: string): Promise<void> =>
  new Promise((resolve, reject) => {
    server.once('error', reject);
    server.listen(port, host, () => {
      server.off('error', reject);
      resolve();
    });
  });

/** Addresses of this machine in its own network; its own name for itself where it has none. */
function ownAddresses(host: string): string[] {
  if (host !== '0.0.0.0') return [host];
  const found = Object.values(networkInterfaces())
    .flatMap((list) => list ?? [])
    .filter((a) => a.family === 'IPv4' && !a.internal)
    .map((a) => a.address);
  return found.length > 0 ? found : ['127.0.0.1'];
}
