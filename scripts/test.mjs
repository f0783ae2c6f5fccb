/** npm test: installs everything, runs the checks, the unit tests and the browser journeys, and counts. */
import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { runChecks } from './check.mjs';
import { buildPages, installBrowser, installPackages, run, say } from './setup.mjs';

const phases = [];
/** Does one part of the run and remembers how long it took. */
function timed(name, work) {
  const began = Date.now();
  const result = work();
  phases.push([name, (Date.now() - began) / 1000]);
  return result;
}

timed('install', () => {
  installPackages();
  installBrowser();
});
timed('checks', runChecks);
timed('build', buildPages);

const folder = mkdtempSync(join(tmpdir(), 'jade-tests-'));
const [unitFile, e2eFile] = [join(folder, 'unit.json'), join(folder, 'e2e.json')];
const unitsGood = timed('unit tests', () =>
  run('npm', ['run', '-s', 'unit', '--', '--json', `--outputFile=${unitFile}`], {
    stdio: ['ignore', 'ignore', 'inherit'],
  }),
);
const journeysGood = timed('journeys', () =>
  run('npm', ['run', '-s', 'e2e'], { env: { ...process.env, JADE_E2E_JSON: e2eFile } }),
);

const unit = JSON.parse(readFileSync(unitFile, 'utf8'));
const { stats } = JSON.parse(readFileSync(e2eFile, 'utf8'));
const passed = unit.numPassedTests + stats.expected + stats.flaky;
const failed = unit.numFailedTests + unit.numRuntimeErrorTestSuites + stats.unexpected;
say(
  `unit tests: ${unit.numPassedTests} passed, ${unit.numFailedTests} failed; journeys: ${stats.expected} passed, ${stats.flaky} only at the second try, ${stats.unexpected} failed`,
);
const slowest = unit.testResults
  .map(({ name, startTime, endTime }) => [name.split('/').slice(-3).join('/'), (endTime - startTime) / 1000])
  .sort((a, b) => b[1] - a[1])
  .slice(0, 5);
const sayTimes = (list) => list.map(([name, seconds]) => `${name} ${seconds.toFixed(0)} s`).join(', ');
say(`time: ${sayTimes(phases)}; slowest unit files: ${sayTimes(slowest)}`);
say(`tests: ${passed} passed, ${failed} failed`);
process.exit(unitsGood && journeysGood && failed === 0 && passed > 0 ? 0 : 1);
