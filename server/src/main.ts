import { pino } from 'pino';
import { buildApp } from './app.ts';
import { readConfig } from './config.ts';
import { type Store, StoreFault, openStore, sayTrouble, troubleOf } from './db/index.ts';
import { keepCopied } from './copies/index.ts';
import { seedDemo } from './seed.ts';
import { keepSwept } from './sweep.ts';

const config = readConfig(process.env);
const log = pino({ level: config.logLevel });
const store = openOrEnd();
if (store.backup) log.warn({ backup: store.backup }, 'database migrated; a backup was kept');
keepSwept(store, log);
keepCopied(store, log);

const server = buildApp({ store, log, pages: config.pages }).listen(config.port, '127.0.0.1', () => {
  const address = server.address();
  const port = typeof address === 'object' && address ? address.port : config.port;
  process.stdout.write(`Jade Kite is at http://127.0.0.1:${port}\n`);
});

server.on('error', (error: NodeJS.ErrnoException) => {
  const text =
    error.code === 'EADDRINUSE'
      ? `Port ${config.port} is taken; choose another with PORT=4871.`
      : error.message;
  process.stderr.write(`${text}\n`);
  store.close();
  process.exit(1);
});

/** A file that cannot be used ends the program with one sentence; the file stays as it is. */
function openOrEnd(): Store {
  try {
    const opened = openStore(config.databaseFile);
    if (config.seed) seedDemo(opened);
    return opened;
  } catch (error) {
    const trouble = troubleOf(error);
    if (!(error instanceof StoreFault) && !trouble) throw error;
    const text =
      error instanceof StoreFault ? error.message : `${config.databaseFile}: ${sayTrouble(trouble!)}`;
    process.stderr.write(`${text}\n`);
    process.exit(1);
  }
}

/** Finishes what has been asked, closes the file, and ends; a second signal ends at once. */
function stop(): void {
  server.close(() => {
    store.close();
    process.exit(0);
  });
  server.closeIdleConnections();
  setTimeout(() => server.closeAllConnections(), 500).unref();
}
process.once('SIGTERM', stop);
process.once('SIGINT', stop);
