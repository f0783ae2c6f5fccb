/** npm run check: format, types, lint without warnings, dead code. Ends at the first that fails. */
import { giveUp, installPackages, run, say } from './setup.mjs';

const checks = [
  ['format', ['run', '-s', 'format:check']],
  ['types', ['run', '-s', 'types']],
  ['lint', ['run', '-s', 'lint']],
  ['dead code', ['run', '-s', 'dead']],
];

export function runChecks() {
  for (const [name, args] of checks) {
    const began = Date.now();
    if (!run('npm', args)) giveUp(`${name}: failed, see the lines above.`);
    say(`${name}: good (${((Date.now() - began) / 1000).toFixed(0)} s)`);
  }
}

if (process.argv[1] === new URL(import.meta.url).pathname) {
  installPackages();
  runChecks();
}
