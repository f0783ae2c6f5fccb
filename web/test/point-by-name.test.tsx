import { afterEach, describe, expect, test } from '@jest/globals';
import { cleanup, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { replaySequence } from '@jade/core/sequence';
import { listLandmarks } from '@jade/core/trying';
import { PointByName } from '../src/features/folds/PointByName.tsx';

afterEach(cleanup);

const empty = replaySequence({ sheet: { kind: 'square' }, points: {}, steps: [] });
const landmarks = listLandmarks(empty.start, []);

/** The field, and what it sends. */
function open() {
  const sent: { kind: string; pick?: { name: string; ref: unknown } }[] = [];
  const methods: number[] = [];
  render(
    <PointByName
      landmarks={landmarks}
      isOwnFocus={() => true}
      send={(event) => void sent.push(event as never)}
      onMethod={(by) => void methods.push(by)}
    />,
  );
  return { sent, methods, field: screen.getByLabelText('Point by name') };
}

describe('a point by its name', () => {
  test('the field has the focus when it appears; the whole name counts before one that begins with it', async () => {
    const { sent, field } = open();
    expect(document.activeElement).toBe(field);
    await userEvent.keyboard('b{Enter}');
    await userEvent.keyboard('mid b{Enter}');
    expect(sent.map((s) => s.pick?.name)).toEqual(['B', 'mid BC']);
    expect((field as HTMLInputElement).value).toBe('');
  });

  test('what is typed is offered as a list, and pressed there', async () => {
    const { sent } = open();
    await userEvent.keyboard('mid');
    const offered = screen.getAllByRole('option').map((o) => o.textContent);
    expect(offered).toEqual(expect.arrayContaining(['mid AB', 'mid CD']));
    await userEvent.pointer({ keys: '[MouseLeft]', target: screen.getByRole('option', { name: 'mid CD' }) });
    expect(sent[0]?.pick?.name).toBe('mid CD');
  });

  test('a share between two points is a point; a length without a sheet is refused and stays', async () => {
    const { sent, field } = open();
    await userEvent.keyboard('1/3 a b{Enter}');
    expect(sent[0]?.pick).toMatchObject({ name: '1/3 A–B', ref: { kind: 'along', share: '1/3' } });
    await userEvent.keyboard('20 mm a b{Enter}');
    expect(screen.getByRole('alert').textContent).toMatch(/^A length needs a sheet/);
    expect((field as HTMLInputElement).value).toBe('20 mm a b');
  });

  test('an empty field passes on Backspace, Escape and the arrows', async () => {
    const { sent, methods } = open();
    await userEvent.keyboard('{Backspace}{Escape}{ArrowDown}{ArrowUp}');
    expect(sent.map((s) => s.kind)).toEqual(['taken back', 'put away']);
    expect(methods).toEqual([1, -1]);
  });
});
