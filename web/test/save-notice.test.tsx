import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { act, cleanup, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { buildPlan, type Plan } from '@jade/core/plan';
import type { Entry } from '../src/outbox/index.ts';
import type { SendOutcome } from '../src/outbox/remote.ts';
import { planOpened } from '../src/state/index.ts';
import { SaveNotice } from '../src/shell/SaveNotice.tsx';
import { buildPageStore, emptyApi, show } from './support/page.tsx';

beforeEach(() => {
  localStorage.clear();
  emptyApi().install();
});
afterEach(cleanup);

const base = buildPlan('Bittern');
const withBrief = (pose: string, subject = base.brief.subject): Plan => ({
  ...base,
  brief: { ...base.brief, pose, subject },
});
const earlier = '2026-11-30T09:00:00.000Z';
const later = '2026-11-30T10:00:00.000Z';

/** The page with one change on its way, and what the server answers to it in turn. */
function change(answers: readonly SendOutcome[], at: string) {
  const sent: Entry[] = [];
  const { store, outbox } = buildPageStore(async (entry) => {
    sent.push(entry);
    return answers[Math.min(sent.length, answers.length) - 1]!;
  });
  store.dispatch(planOpened({ saved: { id: 'p', revision: 1, updatedAt: earlier, plan: base } } as never));
  show(store, <SaveNotice />);
  act(() =>
    outbox.write({
      kind: 'plan',
      owner: '',
      id: 'p',
      base: { revision: 1, document: base },
      mine: withBrief('wading', 'Bittern, young'),
      at,
    }),
  );
  return { sent, store };
}

describe('two versions of one plan', () => {
  const theirs = { revision: 2, document: withBrief('asleep'), at: '2026-11-30T09:30:00.000Z' };
  const saved: SendOutcome = { kind: 'saved', saved: { revision: 3, document: base } };
  const stale: SendOutcome = { kind: 'stale', theirs };

  test('only what both changed is asked; the newer one is preset, and goes on', async () => {
    const { sent } = change([stale, saved], later);
    const panel = await screen.findByRole('alert', { name: 'Two versions' });
    expect(within(panel).getAllByRole('row')).toHaveLength(2);
    expect(within(panel).getByLabelText<HTMLInputElement>(/wading/).checked).toBe(true);
    await userEvent.click(within(panel).getByRole('button', { name: 'Go on with these' }));
    await waitFor(() => expect(sent).toHaveLength(2));
    expect((sent[1]!.mine as Plan).brief).toMatchObject({ pose: 'wading', subject: 'Bittern, young' });
    await waitFor(() => expect(screen.queryByRole('alert')).toBeNull());
  });

  test('a change that is older than what the other window saved does not push that aside by itself', async () => {
    const { sent } = change([stale, saved], earlier);
    const panel = await screen.findByRole('alert', { name: 'Two versions' });
    expect(within(panel).getByLabelText<HTMLInputElement>(/asleep/).checked).toBe(true);
    await userEvent.click(within(panel).getByRole('button', { name: 'Go on with these' }));
    await waitFor(() => expect(sent).toHaveLength(2));
    // What was changed elsewhere in the plan goes on all the same.
    expect((sent[1]!.mine as Plan).brief).toMatchObject({ pose: 'asleep', subject: 'Bittern, young' });
  });

  test('the other side can be chosen', async () => {
    const { sent } = change([stale, saved], later);
    const panel = await screen.findByRole('alert', { name: 'Two versions' });
    await userEvent.click(within(panel).getByLabelText(/asleep/));
    await userEvent.click(within(panel).getByRole('button', { name: 'Go on with these' }));
    await waitFor(() => expect(sent).toHaveLength(2));
    expect((sent[1]!.mine as Plan).brief.pose).toBe('asleep');
  });
});

test('a server that is away is said, and the change is in the browser meanwhile', async () => {
  change([{ kind: 'away', text: '' }], later);
  expect((await screen.findByTestId('save-notice')).textContent).toContain('The server is away.');
  const kept = Object.keys(localStorage).filter((k) => k.startsWith('jade-kite:unsent'));
  expect(kept).toHaveLength(1);
  expect(localStorage.getItem(kept[0]!)).toContain('wading');
});

test('a change that is refused is said with the reason; given up, it is out of the way', async () => {
  const { store } = change([{ kind: 'refused', text: 'brief.pose: at most 80 letters.' }], later);
  const notice = await screen.findByRole('alert');
  expect(notice.textContent).toContain('at most 80 letters');
  await userEvent.click(within(notice).getByRole('button', { name: 'Give it up' }));
  await waitFor(() => expect(screen.queryByRole('alert')).toBeNull());
  expect(store.getState().outbox.entries).toEqual({});
});
