/** Installs what the project needs from its own files: packages, the database driver, the browser for the tests. */
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import {
  copyFileSync,
  existsSync,
  mkdirSync,
  readFileSync,
  readdirSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { homedir } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { findChromium } from './chromium.mjs';

export const root = fileURLToPath(new URL('..', import.meta.url));

export const say = (text) => process.stdout.write(`${text}\n`);

/** Ends with a sentence; for what a person has to mend. */
export function giveUp(text) {
  process.stderr.write(`${text}\n`);
  process.exit(1);
}

/** Runs a command in the project's folder, shown as it goes; true when it ended well. */
export function run(command, args, options = {}) {
  const done = spawnSync(command, args, { cwd: root, stdio: 'inherit', ...options });
  return done.status === 0;
}

const hashOf = (...parts) => createHash('sha256').update(parts.join('\n')).digest('hex').slice(0, 24);

/** Packages and database driver, installed once for each lock file and Node version. */
export function installPackages() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 19))
    giveUp(`Node ${process.versions.node} is too old: Jade Kite needs 20.19 or newer.`);
  const stamp = join(root, 'node_modules', '.jade-stamp');
  const wanted = hashOf(readFileSync(join(root, 'package-lock.json'), 'utf8'), process.versions.modules);
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted && existsSync(driverFile())) return;
  say('Installing packages …');
  if (!run('npm', ['ci', '--ignore-scripts', '--no-fund', '--no-audit']))
    giveUp('The packages could not be installed; see the lines above.');
  installDriver();
  writeFileSync(stamp, wanted);
}

const driverFile = () =>
  join(root, 'node_modules', 'better-sqlite3', 'build', 'Release', 'better_sqlite3.node');

/** The database driver is native: taken from this user's cache, else fetched ready-made or compiled once and kept there. */
function installDriver() {
  const { version } = JSON.parse(
    readFileSync(join(root, 'node_modules', 'better-sqlite3', 'package.json'), 'utf8'),
  );
  const cache = join(
    process.env.XDG_CACHE_HOME ?? join(homedir(), '.cache'),
    'jade-kite',
    `better-sqlite3-${version}-${process.platform}-${process.arch}-${process.versions.modules}.node`,
  );
  if (existsSync(cache)) {
    mkdirSync(dirname(driverFile()), { recursive: true });
    copyFileSync(cache, driverFile());
    if (driverWorks()) return;
  }
  say('Preparing the database driver (compiled where none can be fetched; that takes some minutes, once) …');
  if (!rebuildDriver()) {
    const missing = ['python3', 'make', 'g++'].filter((tool) => spawnSync('which', [tool]).status !== 0);
    say(
      `The driver could not be built${missing.length > 0 ? `: ${missing.join(', ')} missing` : ''}. Trying Debian's packages …`,
    );
    if (!installDebian(['python3', 'make', 'g++']) || !rebuildDriver())
      giveUp('Install python3, make and g++, then run this again.');
  }
  mkdirSync(dirname(cache), { recursive: true });
  copyFileSync(driverFile(), cache);
}

const rebuildDriver = () =>
  run('npm', ['rebuild', 'better-sqlite3', '--foreground-scripts'], { stdio: 'ignore' }) && driverWorks();

const driverWorks = () =>
  spawnSync(process.execPath, ['-e', "new (require('better-sqlite3'))(':memory:').close()"], { cwd: root })
    .status === 0;

/** Installs Debian packages where this user may; false elsewhere. */
function installDebian(packages) {
  if (spawnSync('which', ['apt-get']).status !== 0 || process.getuid?.() !== 0) return false;
  return (
    run('apt-get', ['update', '-q'], { stdio: 'ignore' }) &&
    run('apt-get', ['install', '-y', '-q', ...packages], {
      stdio: 'ignore',
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    })
  );
}

/** The browser the journeys run in, from Debian's packages. */
export function installBrowser() {
  if (findChromium()) return;
  say('Installing Chromium for the browser tests …');
  if (!installDebian(['chromium']) || !findChromium())
    giveUp(
      'The browser tests need Chromium: install it (apt-get install chromium), or name it in CHROMIUM_PATH.',
    );
}

/** Builds the pages when a source is newer than the last build. */
export function buildPages() {
  const stamp = join(root, 'web', 'dist', '.stamp');
  const wanted = hashOf(
    ...['core/src', 'web/src', 'web/public'].flatMap((dir) => listFiles(join(root, dir))),
    ...['web/index.html', 'web/vite.config.ts', 'package-lock.json'].map((f) =>
      readFileSync(join(root, f), 'utf8'),
    ),
  );
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return;
  say('Building the pages …');
  if (!run('npm', ['run', '-s', 'build'], { stdio: ['ignore', 'ignore', 'inherit'] }))
    giveUp('The pages could not be built; see the lines above.');
  writeFileSync(stamp, wanted);
}

function listFiles(dir) {
  return readdirSync(dir, { recursive: true })
    .map((name) => join(dir, name))
    .filter((file) => statSync(file).isFile())
    .sort()
    .flatMap((file) => [file, readFileSync(file, 'utf8')]);
}
