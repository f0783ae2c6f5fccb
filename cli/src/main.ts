import { runCommand } from './run.ts';

const { code, out, err } = await runCommand(process.argv.slice(2));
if (err) process.stderr.write(`${err}\n`);
if (out) process.stdout.write(`${out}\n`);
process.exitCode = code;
