import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { act, cleanup, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { buildPlan } from '@jade/core/plan';
import { write } from '@jade/core/sequence';
import { StageHead } from '../src/stage/index.ts';
import { editPlan } from '../src/plan/edit.ts';
import { planOpened, undone } from '../src/state/index.ts';
import { buildPageStore, emptyApi, show } from './support/page.tsx';

beforeEach(() => {
  localStorage.clear();
  emptyApi().install();
});
afterEach(cleanup);

const { at, onto, writeStep } = write;
const fold = writeStep('s1', {
  kind: 'fold',
  sense: 'valley',
  line: onto(at('A'), at('C')),
  flap: [at('A')],
  layers: 'flap',
});

function open() {
  const { store } = buildPageStore(async () => ({ kind: 'away', text: '' }));
  const plan = buildPlan('Reed');
  store.dispatch(planOpened({ saved: { id: 'p', revision: 1, updatedAt: '', plan } } as never));
  show(store, <StageHead title="Folds">The sheet.</StageHead>);
  return store;
}

describe('the head of a stage', () => {
  test('Undo says what it would take back, then what it took back; Redo likewise', async () => {
    const store = open();
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Undo' }).disabled).toBe(true);
    act(
      () => void store.dispatch(editPlan((p) => void p.steps.push(structuredClone(fold) as never)) as never),
    );
    const undo = screen.getByRole('button', { name: 'Undo' });
    expect(undo.title).toBe('Undo new step 1, valley (Ctrl Z)');
    await userEvent.click(undo);
    expect(screen.getByRole('status').textContent).toBe('Undone: new step 1, valley');
    const redo = screen.getByRole('button', { name: 'Redo' });
    expect(redo.title).toBe('Redo new step 1, valley (Ctrl Y)');
    await userEvent.click(redo);
    expect(screen.getByRole('status').textContent).toBe('Done again: new step 1, valley');
  });

  test('by key as by button; an edit after it takes the words away', () => {
    const store = open();
    act(() => void store.dispatch(editPlan((p) => void (p.name = 'Sedge')) as never));
    act(() => void store.dispatch(undone()));
    expect(screen.getByRole('status').textContent).toBe('Undone: the name');
    act(() => void store.dispatch(editPlan((p) => void (p.name = 'Rush')) as never));
    expect(screen.getByRole('status').textContent).toBe('');
  });
});
