import { spawn } from 'node:child_process';
import { root } from './setup.mjs';

/** Runs the server until it is stopped; Ctrl C reaches it and its end is ours. */
export function serve(env) {
  const child = spawn(process.execPath, ['--import', 'tsx', 'server/src/main.ts'], {
    cwd: root,
    stdio: 'inherit',
    env: { ...process.env, ...env },
  });
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => child.kill('SIGTERM'));
  child.on('exit', (code) => process.exit(code ?? 0));
}
