import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { useReducer } from 'react';
import { cleanup, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { TOOLS, type Tool, toolGroups } from '@jade/core/kinds';
import { buildPlan } from '@jade/core/plan';
import { write } from '@jade/core/sequence';
import { nothingInHand, reduce } from '../src/features/folds/authoring.ts';
import { toMove } from '../src/features/folds/composer.ts';
import { Tray } from '../src/features/folds/Tray.tsx';
import { planOpened } from '../src/state/index.ts';
import { buildPageStore, emptyApi, show } from './support/page.tsx';

beforeEach(() => {
  localStorage.clear();
  emptyApi().install();
});
afterEach(cleanup);

const { at, onto, writeStep } = write;

/** The tray with its composer, points being picked by buttons; the move that comes of it as text. */
function Bench() {
  const [{ composer, aside }, send] = useReducer(reduce, nothingInHand);
  const move = composer && toMove(composer);
  return (
    <>
      <Tray composer={composer} aside={aside} send={send} showNames={false} onNames={() => undefined} />
      {['A', 'B', 'C', 'O'].map((name) => (
        <button key={name} onClick={() => send({ kind: 'point picked', pick: { name, ref: at(name) } })}>
          point {name}
        </button>
      ))}
      <output>{move ? JSON.stringify(move) : ''}</output>
    </>
  );
}

function open() {
  const { store } = buildPageStore(async () => ({ kind: 'away', text: '' }));
  const folded = writeStep('s1', {
    kind: 'fold',
    sense: 'valley',
    line: onto(at('A'), at('C')),
    flap: [at('A')],
    layers: 'flap',
  });
  const plan = { ...buildPlan('Reed'), steps: [folded] };
  store.dispatch(planOpened({ saved: { id: 'p', revision: 1, updatedAt: '', plan } } as never));
  show(store, <Bench />);
}

async function take(tool: Tool): Promise<void> {
  const group = toolGroups.find((g) => g.tools.includes(tool))!;
  await userEvent.click(screen.getByRole('tab', { name: group.name }));
  await userEvent.click(screen.getByRole('button', { name: TOOLS[tool].word }));
}
const pick = async (...names: string[]): Promise<void> => {
  for (const name of names) await userEvent.click(screen.getByRole('button', { name: `point ${name}` }));
};
const made = (): unknown => JSON.parse(screen.getByRole('status').textContent || 'null') as unknown;
const asked = (): string => screen.getByTestId('composer').textContent!;

describe('the tray', () => {
  test('every tool of every group is there with its word and its key', async () => {
    open();
    for (const { name, tools } of toolGroups) {
      await userEvent.click(screen.getByRole('tab', { name }));
      for (const tool of tools) {
        const button = screen.getByRole('button', { name: TOOLS[tool].word });
        expect(button.getAttribute('aria-keyshortcuts')).toBe(TOOLS[tool].key);
      }
    }
  });

  test('asks for one point after the other, takes back, and is put away', async () => {
    open();
    await take('valley');
    expect(asked()).toContain('Choose the point to bring.');
    await pick('B');
    expect(asked()).toContain('Choose the place it comes to.');
    await userEvent.click(screen.getByRole('button', { name: 'Take back a choice' }));
    expect(asked()).toContain('Choose the point to bring.');
    await pick('B', 'A');
    await userEvent.click(screen.getByLabelText('all layers'));
    expect(made()).toMatchObject({ kind: 'fold', sense: 'valley', layers: 'all', flap: [{ name: 'B' }] });
    await userEvent.click(screen.getByRole('button', { name: 'Put away (Esc)' }));
    expect(screen.queryByTestId('composer')).toBeNull();
  });

  test('a hem has its width as a share while there is no sheet, how often, and its side', async () => {
    open();
    await take('hem');
    await pick('A', 'B', 'O');
    const width = screen.getByLabelText('Folded over by, % of the side');
    await userEvent.clear(width);
    await userEvent.type(width, '12');
    await userEvent.tab();
    await userEvent.selectOptions(screen.getByLabelText('Over'), 'twice');
    await userEvent.click(screen.getByLabelText('behind'));
    expect(made()).toMatchObject({ kind: 'hem', width: 0.12, times: 2, sense: 'mountain' });
  });

  test('only a crease through two points can be short', async () => {
    open();
    await take('crease');
    expect(screen.queryByLabelText('only between them')).toBeNull();
    await userEvent.selectOptions(screen.getByLabelText('Find the crease by'), 'through');
    await userEvent.click(screen.getByLabelText('only between them'));
    await pick('A', 'C');
    expect(made()).toMatchObject({ kind: 'crease', span: [{ name: 'A' }, { name: 'C' }] });
  });

  test('unfolding offers the steps that can be opened', async () => {
    open();
    await take('unfold');
    expect(asked()).toContain('Choose the step to unfold.');
    await userEvent.selectOptions(screen.getByLabelText('Unfold step'), '1 valley');
    expect(made()).toEqual({ kind: 'unfold', step: 's1' });
  });

  test('a family of tools keeps the choices, with the options each of them has', async () => {
    open();
    await take('valley');
    await pick('B', 'A');
    await take('inside');
    expect(made()).toMatchObject({ kind: 'reverse', mode: 'inside', flap: [{ name: 'B' }] });
    await take('narrow');
    expect(made()).toBeNull();
  });
});
