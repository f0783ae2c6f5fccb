import { homedir } from 'node:os';
import { join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';

export interface Config {
  readonly port: number;
  /** The one file everything is kept in. */
  readonly databaseFile: string;
  readonly pages: string;
  readonly seed: boolean;
  readonly logLevel: string;
}

/** Reads the configuration from the environment; every value has a default that suits a single person's machine. */
export function readConfig(env: NodeJS.ProcessEnv): Config {
  const port = Number(env.PORT ?? 4870);
  if (!Number.isInteger(port) || port < 0 || port > 65535)
    throw new Error(`PORT is "${env.PORT}"; write a number from 0 to 65535.`);
  const root = fileURLToPath(new URL('../..', import.meta.url));
  const own = join(env.XDG_DATA_HOME ?? join(homedir(), '.local', 'share'), 'jade-kite', 'plans.sqlite');
  return {
    port,
    databaseFile: env.DB_FILE === ':memory:' ? ':memory:' : resolve(env.DB_FILE ?? own),
    pages: resolve(env.PAGES ?? join(root, 'web', 'dist')),
    seed: env.SEED === 'demo',
    logLevel: env.LOG ?? 'warn',
  };
}
