import { afterEach, describe, expect, jest, test } from '@jest/globals';
import { cleanup, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { LengthField, NumberField } from '../src/ui/index.ts';

afterEach(cleanup);

describe('a length', () => {
  const field = (mm: number | null, more: { allowEmpty?: boolean; unit?: 'mm' | 'in' } = {}) => {
    const onLength = jest.fn<(mm: number | null) => void>();
    render(<LengthField label="Side" valueMm={mm} unit={more.unit ?? 'mm'} onLength={onLength} {...more} />);
    return { onLength, input: screen.getByLabelText<HTMLInputElement>('Side') };
  };

  test.each([
    ['24 cm', 240],
    ['9 7/16 in', 239.7125],
    ['240', 240],
    ['24,5 cm', 245],
  ])('%s is taken with Enter', async (text, mm) => {
    const { onLength, input } = field(90);
    await userEvent.clear(input);
    await userEvent.type(input, `${text}{Enter}`);
    expect(onLength).toHaveBeenCalledTimes(1);
    expect(onLength.mock.calls[0]![0]).toBeCloseTo(mm, 6);
  });

  test('what cannot be read stays in the field with a sentence, and nothing is changed', async () => {
    const { onLength, input } = field(90);
    await userEvent.clear(input);
    await userEvent.type(input, 'as long as my hand');
    await userEvent.tab();
    expect(input.value).toBe('as long as my hand');
    expect(input.getAttribute('aria-invalid')).toBe('true');
    expect(screen.getByRole('alert').textContent!.length).toBeGreaterThan(10);
    expect(onLength).not.toHaveBeenCalled();
  });

  test('Escape takes back what was typed; an empty field is no length, or says so where one is needed', async () => {
    const needed = field(90);
    await userEvent.clear(needed.input);
    expect(screen.getByRole('alert').textContent).toContain('No length is written');
    await userEvent.keyboard('{Escape}');
    expect(needed.input.value).toBe('90 mm');
    cleanup();
    const free = field(90, { allowEmpty: true });
    await userEvent.clear(free.input);
    await userEvent.tab();
    expect(free.onLength).toHaveBeenCalledWith(null);
  });
});

describe('a number', () => {
  test('outside its limits it says them and is not taken', async () => {
    const onNumber = jest.fn();
    render(<NumberField label="Creases" value={3} low={2} high={20} step={1} onNumber={onNumber} />);
    const input = screen.getByLabelText<HTMLInputElement>('Creases');
    await userEvent.clear(input);
    await userEvent.type(input, '21');
    await userEvent.tab();
    expect(screen.getByRole('alert').textContent).toMatch(/2.*20/);
    expect(onNumber).not.toHaveBeenCalledWith(21);
    await userEvent.clear(input);
    await userEvent.type(input, '7');
    await userEvent.tab();
    expect(onNumber).toHaveBeenLastCalledWith(7);
  });
});
