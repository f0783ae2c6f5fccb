import { type ReactNode, useId, useState } from 'react';
import { type LengthUnit, readLength, sayNumber, toLengthText } from '@jade/core/units';

interface FieldProps {
  readonly label: string;
  readonly note?: ReactNode;
  readonly fault?: string | undefined;
  readonly children: (ids: { id: string; describedBy: string | undefined }) => ReactNode;
  readonly className?: string;
}

/** A label over a control, with a note or a fault under it that readers hear with the control. */
export function Field({ label, note, fault, children, className }: FieldProps) {
  const id = useId();
  const told = fault ?? note;
  return (
    <div className={className}>
      <label htmlFor={id} className="block text-[14px] leading-[20px] text-ink-2">
        {label}
      </label>
      {children({ id, describedBy: told ? `${id}-note` : undefined })}
      {told && (
        <div
          id={`${id}-note`}
          role={fault ? 'alert' : undefined}
          className={`mt-1 text-[13px] leading-[18px] ${fault ? 'font-semibold text-persimmon' : 'text-ink-2'}`}
        >
          {told}
        </div>
      )}
    </div>
  );
}

interface LengthFieldProps {
  readonly label: string;
  readonly valueMm: number | null;
  readonly unit: LengthUnit;
  readonly note?: ReactNode;
  readonly allowEmpty?: boolean;
  readonly onLength: (mm: number | null) => void;
  readonly className?: string;
}

/** A length as folders write it ("9 7/16 in", "24 cm", "240"). What cannot be read stays in the field, with a sentence. */
export function LengthField({
  label,
  valueMm,
  unit,
  note,
  allowEmpty = false,
  onLength,
  className,
}: LengthFieldProps) {
  const shown = valueMm === null ? '' : toLengthText(valueMm, unit).text;
  const [typed, setTyped] = useState<{ text: string; from: string } | null>(null);
  const text = typed && typed.from === shown ? typed.text : shown;
  const read = text.trim() === '' ? undefined : readLength(text, unit);
  const fault =
    text === shown
      ? undefined
      : text.trim() === ''
        ? allowEmpty
          ? undefined
          : 'No length is written; write a size such as 90 or 9 cm.'
        : read && !read.ok
          ? read.fault
          : undefined;
  const rounding = valueMm === null ? undefined : toLengthText(valueMm, unit).note;
  const take = (): void => {
    if (text === shown) return;
    if (text.trim() === '' && allowEmpty) onLength(null);
    else if (read?.ok) onLength(read.value);
    else return;
    setTyped(null);
  };
  return (
    <Field label={label} note={rounding ?? note} fault={fault} {...(className ? { className } : {})}>
      {({ id, describedBy }) => (
        <input
          id={id}
          type="text"
          inputMode="text"
          autoComplete="off"
          className="w-full font-semibold"
          value={text}
          aria-invalid={fault !== undefined}
          aria-describedby={describedBy}
          onChange={(e) => setTyped({ text: e.target.value, from: shown })}
          onBlur={take}
          onKeyDown={(e) => {
            // The first Enter takes the length; only the next one may send the form.
            if (e.key === 'Enter' && text !== shown) {
              e.preventDefault();
              take();
            }
            if (e.key === 'Escape') setTyped(null);
          }}
        />
      )}
    </Field>
  );
}

interface TextFieldProps {
  readonly label: string;
  readonly value: string;
  readonly onText: (text: string) => void;
  readonly note?: ReactNode;
  readonly most?: number;
  readonly rows?: number;
  readonly className?: string;
}

export function TextField({ label, value, onText, note, most = 80, rows, className }: TextFieldProps) {
  return (
    <Field label={label} note={note} {...(className ? { className } : {})}>
      {({ id, describedBy }) =>
        rows ? (
          <textarea
            id={id}
            rows={rows}
            maxLength={most}
            value={value}
            aria-describedby={describedBy}
            onChange={(e) => onText(e.target.value)}
            className="block w-full"
          />
        ) : (
          <input
            id={id}
            type="text"
            maxLength={most}
            value={value}
            aria-describedby={describedBy}
            onChange={(e) => onText(e.target.value)}
            className="w-full"
          />
        )
      }
    </Field>
  );
}

interface NumberFieldProps {
  readonly label: string;
  readonly value: number;
  readonly low: number;
  readonly high: number;
  readonly step?: number;
  readonly onNumber: (value: number) => void;
  readonly note?: ReactNode;
  readonly className?: string;
}

/** A plain number within limits; outside them a sentence says so and nothing changes. */
export function NumberField({
  label,
  value,
  low,
  high,
  step = 1,
  onNumber,
  note,
  className,
}: NumberFieldProps) {
  const [typed, setTyped] = useState<{ text: string; from: number } | null>(null);
  const text = typed && typed.from === value ? typed.text : sayNumber(value);
  const number = Number(text.replace(',', '.'));
  const good =
    text.trim() !== '' &&
    Number.isFinite(number) &&
    number >= low &&
    number <= high &&
    (step !== 1 || Number.isInteger(number));
  const fault = good
    ? undefined
    : `"${text}" does not fit; write ${step === 1 ? 'a whole number' : 'a number'} from ${sayNumber(low)} to ${sayNumber(high)}.`;
  return (
    <Field label={label} note={note} fault={fault} {...(className ? { className } : {})}>
      {({ id, describedBy }) => (
        <input
          id={id}
          type="text"
          inputMode="decimal"
          value={text}
          aria-invalid={!good}
          aria-describedby={describedBy}
          className="w-full font-semibold"
          onChange={(e) => {
            setTyped({ text: e.target.value, from: value });
            const next = Number(e.target.value.replace(',', '.'));
            if (
              e.target.value.trim() !== '' &&
              next >= low &&
              next <= high &&
              (step !== 1 || Number.isInteger(next)) &&
              next !== value
            ) {
              onNumber(next);
              setTyped({ text: e.target.value, from: next });
            }
          }}
          onBlur={() => good && setTyped(null)}
        />
      )}
    </Field>
  );
}

export function DateField({
  label,
  value,
  onDate,
  note,
  className,
}: {
  label: string;
  value: string | null;
  onDate: (day: string | null) => void;
  note?: ReactNode;
  className?: string;
}) {
  return (
    <Field label={label} note={note} {...(className ? { className } : {})}>
      {({ id, describedBy }) => (
        <input
          id={id}
          type="date"
          value={value ?? ''}
          aria-describedby={describedBy}
          onChange={(e) => onDate(e.target.value === '' ? null : e.target.value)}
          className="w-full"
        />
      )}
    </Field>
  );
}

interface ChoiceProps<T extends string> {
  readonly label: string;
  readonly value: T;
  readonly options: readonly { readonly value: T; readonly label: string }[];
  readonly onChoice: (value: T) => void;
  readonly note?: ReactNode;
  readonly className?: string;
}

/** One of a few: the platform's own list, which works by key, touch and reader. */
export function Choice<T extends string>({
  label,
  value,
  options,
  onChoice,
  note,
  className,
}: ChoiceProps<T>) {
  return (
    <Field label={label} note={note} {...(className ? { className } : {})}>
      {({ id, describedBy }) => (
        <select
          id={id}
          value={value}
          aria-describedby={describedBy}
          onChange={(e) => onChoice(e.target.value as T)}
          className="w-full"
        >
          {options.map((o) => (
            <option key={o.value} value={o.value}>
              {o.label}
            </option>
          ))}
        </select>
      )}
    </Field>
  );
}
