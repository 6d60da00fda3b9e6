import { act, fireEvent, screen, waitFor } from '@testing-library/react';
import { lengthWithUnit } from '@needlefile/core/units/length';
import { useState } from 'react';
import { describe, expect, it, vi } from 'vitest';
import { Choices } from '../../src/components/choices';
import { LengthField } from '../../src/components/length-field';
import { NumberField } from '../../src/components/number-field';
import { RefusedContext } from '../../src/components/refused';
import { notify } from '../../src/components/toasts';
import { UnitSwitch } from '../../src/components/unit-switch';
import { useUnit } from '../../src/hooks/unit';
import { showPage } from './open';

interface LengthProps {
  readonly start: number | null;
  readonly heard: (mm: number | null) => void;
  readonly mayBeEmpty?: boolean;
}

/** A field of a length from 1 to 300 mm, with what it holds beside it. */
function Length({ start, heard, mayBeEmpty = false }: LengthProps) {
  const [mm, setMm] = useState(start);
  const set = (next: number | null) => (setMm(next), heard(next));
  const unit = useUnit();
  return (
    <>
      <LengthField
        label="Width"
        at="thing.width"
        value={mm}
        least={1}
        most={300}
        onChange={set}
        placeholder="to fit"
        {...(mayBeEmpty && { onEmpty: () => set(null) })}
      />
      <output>{mm === null ? 'nothing' : lengthWithUnit(mm, unit)}</output>
      <UnitSwitch />
    </>
  );
}

const width = () => screen.getByLabelText<HTMLInputElement>('Width');
const type = (text: string) => fireEvent.change(width(), { target: { value: text } });

describe('a field of a length', () => {
  it.each<[typed: string, mm: number]>([
    ['12', 12],
    ['12mm', 12],
    ['1,5', 1.5],
    ['2 in', 50.8],
    ['3.5"', 88.9],
    ['1/2in', 12.7],
    ['2+3/16 in', 55.5625],
    ['1 cm', 10],
    [' 40 ', 40],
  ])('takes %s as %d mm', (typed, mm) => {
    const heard = vi.fn();
    showPage(<Length start={20} heard={heard} />);
    type(typed);
    expect(heard).toHaveBeenLastCalledWith(expect.closeTo(mm, 6));
    expect(screen.queryByRole('alert')).toBeNull();
  });

  it.each<[typed: string, said: RegExp]>([
    ['0.5', /^The least is 1 mm\. It stays 20 mm\.$/],
    ['301', /^The most is 300 mm\. It stays 20 mm\.$/],
    ['wide', /not a length.*It stays 20 mm\.$/],
    ['', /It stays 20 mm\.$/],
    ['1/0 in', /It stays 20 mm\.$/],
    ['12 furlongs', /It stays 20 mm\.$/],
    ['1e999', /It stays 20 mm\.$/],
  ])('says why it does not take %j, and holds what it held', (typed, said) => {
    const heard = vi.fn();
    showPage(<Length start={20} heard={heard} />);
    type(typed);
    expect(screen.getByRole('alert').textContent).toMatch(said);
    expect(width().getAttribute('aria-invalid')).toBe('true');
    expect(heard).not.toHaveBeenCalled();
    // What was typed stays there to be mended, and goes by Escape.
    fireEvent.blur(width());
    expect(width().value).toBe(typed);
    fireEvent.keyDown(width(), { key: 'Escape' });
    expect(width().value).toBe('20');
    expect(screen.queryByRole('alert')).toBeNull();
  });

  it('steps by arrows: one, ten with Shift, a tenth with Alt, and no further than its limits', () => {
    const heard = vi.fn();
    showPage(<Length start={20} heard={heard} />);
    const press = (key: string, keys: object = {}) => fireEvent.keyDown(width(), { key, ...keys });
    press('ArrowUp');
    press('ArrowUp', { shiftKey: true });
    press('ArrowDown', { altKey: true });
    expect(heard.mock.calls.map(([mm]) => mm as number)).toEqual([21, 31, 30.9]);
    for (let i = 0; i < 40; i++) press('ArrowUp', { shiftKey: true });
    expect(width().value).toBe('300');
    for (let i = 0; i < 40; i++) press('ArrowDown', { shiftKey: true });
    expect(width().value).toBe('1');
  });

  it('is empty where it may be, and says what it is then', () => {
    const heard = vi.fn();
    showPage(<Length start={20} heard={heard} mayBeEmpty />);
    type('');
    expect(heard).toHaveBeenLastCalledWith(null);
    expect(width().placeholder).toBe('to fit');
    fireEvent.keyDown(width(), { key: 'ArrowUp' });
    // From nothing there is no step.
    expect(heard).toHaveBeenCalledTimes(1);
  });

  it('counts in inches where a person does, by sixteenths', async () => {
    const heard = vi.fn();
    const { user } = showPage(<Length start={25.4} heard={heard} />);
    await user.click(screen.getByText('inch'));
    expect(width().value).toBe('1');
    expect(screen.getByRole('status').textContent).toBe('1 in');
    type('2');
    expect(heard).toHaveBeenLastCalledWith(expect.closeTo(50.8, 6));
    fireEvent.keyDown(width(), { key: 'Enter' });
    fireEvent.keyDown(width(), { key: 'ArrowUp' });
    expect(heard).toHaveBeenLastCalledWith(expect.closeTo(50.8 + 25.4 / 16, 5));
    // A length with its unit is what it says.
    type('10 mm');
    expect(heard).toHaveBeenLastCalledWith(10);
    expect(window.localStorage.getItem('needlefile.unit')).toBe('in');
  });

  it('shows what the server refuses of it, until something else is typed', () => {
    showPage(
      <RefusedContext value={new Map([['thing.width', 'must be less than the sheet']])}>
        <Length start={20} heard={() => {}} />
      </RefusedContext>,
    );
    expect(screen.getByRole('alert').textContent).toBe('must be less than the sheet');
    type('19');
    expect(screen.queryByRole('alert')).toBeNull();
  });
});

function Count({ whole, heard }: { whole: boolean; heard: (value: number) => void }) {
  const [value, setValue] = useState(3);
  return (
    <NumberField
      label="How many"
      value={value}
      least={1}
      most={10}
      step={whole ? 1 : 0.5}
      whole={whole}
      onChange={(next) => (setValue(next), heard(next))}
    />
  );
}

describe('a field of a number', () => {
  const field = () => screen.getByLabelText<HTMLInputElement>('How many');
  const put = (text: string) => fireEvent.change(field(), { target: { value: text } });

  it.each<[typed: string, said: RegExp]>([
    ['', /^Type a number from 1 to 10\. It stays 3\.$/],
    ['many', /^Type a number from 1 to 10\. It stays 3\.$/],
    ['2.5', /^Type a whole number\. It stays 3\.$/],
    ['11', /^From 1 to 10\. It stays 3\.$/],
    ['-1', /^From 1 to 10\. It stays 3\.$/],
  ])('of whole things says why it does not take %j', (typed, said) => {
    const heard = vi.fn();
    showPage(<Count whole heard={heard} />);
    put(typed);
    expect(screen.getByRole('alert').textContent).toMatch(said);
    expect(heard).not.toHaveBeenCalled();
  });

  it('takes a comma as a point, and steps within its limits', () => {
    const heard = vi.fn();
    showPage(<Count whole={false} heard={heard} />);
    put('2,5');
    expect(heard).toHaveBeenLastCalledWith(2.5);
    fireEvent.keyDown(field(), { key: 'ArrowUp' });
    expect(heard).toHaveBeenLastCalledWith(3);
    fireEvent.keyDown(field(), { key: 'ArrowUp', shiftKey: true });
    expect(heard).toHaveBeenLastCalledWith(8);
    fireEvent.keyDown(field(), { key: 'ArrowUp', shiftKey: true });
    expect(heard).toHaveBeenLastCalledWith(10);
  });
});

describe('choices', () => {
  it('are one group, of which one is taken', async () => {
    const heard = vi.fn();
    const { user } = showPage(
      <Choices
        label="Side"
        value="left"
        onChange={heard}
        options={[
          { value: 'left', label: 'Left' },
          { value: 'right', label: 'Right' },
        ]}
      />,
    );
    const radios = screen.getAllByRole<HTMLInputElement>('radio');
    expect(radios.map(({ checked }) => checked)).toEqual([true, false]);
    expect(new Set(radios.map(({ name }) => name)).size).toBe(1);
    await user.click(screen.getByText('Right'));
    expect(heard).toHaveBeenCalledWith('right');
  });
});

describe('notices', () => {
  it('stand at the foot with one thing to do, the oldest giving way, and go when they are dismissed', async () => {
    const { user } = showPage(<p>A page</p>);
    const undone = vi.fn();
    act(() => {
      for (let i = 1; i <= 8; i++) notify(`Notice ${i}`);
      notify('Deleted: Oil tag', { label: 'Undo', run: undone });
    });
    expect(screen.queryByText('Notice 1')).toBeNull();
    expect(screen.getByText('Notice 8')).toBeTruthy();
    await user.click(screen.getByRole('button', { name: 'Undo' }));
    expect(undone).toHaveBeenCalledOnce();
    await waitFor(() => expect(screen.queryByText('Deleted: Oil tag')).toBeNull());
    const before = screen.getAllByRole('button', { name: 'Dismiss' }).length;
    await user.click(screen.getAllByRole('button', { name: 'Dismiss' })[0]!);
    await waitFor(() => expect(screen.queryAllByRole('button', { name: 'Dismiss' })).toHaveLength(before - 1));
  });
});
