import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { cleanup, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { Entry } from '../src/outbox/index.ts';
import { BinPage } from '../src/features/bin/BinPage.tsx';
import { type FakeApi, buildPageStore, emptyApi, show } from './support/page.tsx';

const thrown = {
  kind: 'plan',
  word: 'plan',
  owner: '',
  id: 'moth',
  name: 'Moth',
  deletedAt: '2026-11-20T10:00:00.000Z',
  until: '2026-12-20',
};
const givenUp = {
  id: 'aside-1',
  kind: 'paper',
  owner: '',
  documentId: 'heron',
  why: 'Given up here: Note',
  at: '2026-11-29T10:00:00.000Z',
};

let server: FakeApi;
beforeEach(() => {
  localStorage.clear();
  server = emptyApi()
    .on('GET /api/plans', [])
    .on('GET /api/bin', [thrown])
    .on('GET /api/set-aside', [])
    .install();
});
afterEach(cleanup);

function open() {
  const sent: Entry[] = [];
  const { store } = buildPageStore(async (entry) => {
    sent.push(entry);
    return { kind: 'away', text: '' };
  });
  show(store, <BinPage />);
  return sent;
}

describe('the bin', () => {
  test('says what lies in it, until when, and brings it back; then it is empty', async () => {
    let isThere = true;
    server
      .on('GET /api/bin', () => ({ body: isThere ? [thrown] : [] }))
      .on('POST /api/bin/bring-back', (body: unknown) => {
        isThere = false;
        return { body };
      });
    open();
    const row = (await screen.findAllByRole('row')).find((r) =>
      within(r).queryByRole('rowheader', { name: 'Moth' }),
    )!;
    expect(row.textContent).toContain('plan');
    expect(row.textContent).toMatch(/2026/);
    await userEvent.click(within(row).getByRole('button', { name: 'bring back Moth' }));
    expect(await screen.findByText(/The bin is empty/)).toBeTruthy();
    expect(server.asked).toContain('POST /api/bin/bring-back');
  });

  test('what cannot be brought back says why, and stays', async () => {
    server.on('POST /api/bin/bring-back', () => ({
      status: 410,
      body: { error: { code: 'gone', text: 'It was deleted for good yesterday.' } },
    }));
    open();
    await userEvent.click(await screen.findByRole('button', { name: 'bring back Moth' }));
    expect(await screen.findByText(/deleted for good yesterday/)).toBeTruthy();
    expect(screen.getByRole('rowheader', { name: 'Moth' })).toBeTruthy();
  });

  test('a server that is away is said, and asked again by hand', async () => {
    server.isUp = false;
    open();
    const again = await screen.findByRole('button', { name: 'Try again' });
    expect(screen.getByRole('status').textContent).toContain('The server is away');
    server.isUp = true;
    await userEvent.click(again);
    expect(await screen.findByRole('rowheader', { name: 'Moth' })).toBeTruthy();
  });

  test('a record that was given up is put back as it was, through the outbox', async () => {
    const paper = { id: 'heron', name: 'Heron slate', note: 'buy more' };
    server.on('GET /api/set-aside', [givenUp]).on('GET /api/set-aside/aside-1', { document: paper });
    const sent = open();
    const list = await screen.findByRole('region', { name: 'Given up in the last week' });
    await userEvent.click(within(list).getByRole('button'));
    await waitFor(() => expect(sent.length).toBeGreaterThan(0));
    expect(sent[0]).toMatchObject({ kind: 'paper', id: 'heron', mine: paper });
    expect(await screen.findByText('It is back as it was given up.')).toBeTruthy();
  });
});
