import { describe, expect, test } from '@jest/globals';
import { readTable, row, slowerThan, writeTable } from '../src/bench/index.ts';

const text = `# Benchmarks

| what       | ms    | machine |
| ---------- | ----- | ------- |
| fold, 50   | 10.0  | 2.00    |
| sink       | 0.2   | 1.00    |

| kind | tried |
| ---- | ----: |
| fold |  3279 |
`;

describe('the table of benchmarks', () => {
  test('is read by itself, whatever other tables follow', () => {
    expect([...readTable(text)]).toEqual([
      ['fold, 50', { ms: 10, factor: 2 }],
      ['sink', { ms: 0.2, factor: 1 }],
    ]);
    expect(readTable('no table').size).toBe(0);
  });

  test('is written in its place, and read again gives the same figures', () => {
    const figures = new Map([
      ['fold, 50', { ms: 12, factor: 1.5 }],
      ['a much longer name of a row', { ms: 1234.5, factor: 1 }],
    ]);
    const written = writeTable(text, figures);
    expect([...readTable(written)]).toEqual([...figures]);
    expect(written).toContain('| kind | tried |\n| ---- | ----: |\n| fold |  3279 |\n');
    expect(() => writeTable('no table', figures)).toThrow('no table');
  });

  test('tells what became slower for its machine, and neither what the machine explains nor the clock', () => {
    const before = readTable(text);
    const at = (what: string, ms: number, factor: number) => ({ ...row(what, ms), factor });
    expect(slowerThan(before, [at('fold, 50', 14, 2)])).toEqual([
      'fold, 50: 1.4 times as long as in the table',
    ]);
    expect(slowerThan(before, [at('fold, 50', 14, 3)])).toEqual([]);
    expect(slowerThan(before, [at('sink', 0.6, 1)])).toEqual([]);
    expect(slowerThan(before, [at('something new', 99, 1)])).toEqual([]);
  });
});
