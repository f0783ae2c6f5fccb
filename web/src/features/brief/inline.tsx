import { type CSSProperties, type ReactNode, useState } from 'react';
import { type LengthUnit, readLength, sayNumber, toLengthText } from '@jade/core/units';

/** Words of a sentence that can be changed where they stand. What cannot be read stays, and is told through `onFault`. */
const WORD =
  'inline-block !border-0 !border-b-2 !border-dashed !border-jade !bg-transparent !px-0.5 !py-0 font-semibold text-jade-deep [font:inherit] !h-auto !min-h-0';

/** As wide as its word, where the browser can; else about so. */
const widthOf = (text: string): CSSProperties => ({
  ...({ fieldSizing: 'content' } as CSSProperties),
  ...(typeof CSS !== 'undefined' && CSS.supports('field-sizing', 'content')
    ? { width: 'auto', minWidth: '1.4ch' }
    : { width: `${Math.max(2, text.length) + 1.2}ch` }),
});

interface Named {
  readonly label: string;
}

export function WordChoice<V extends string>({
  label,
  value,
  options,
  onChoice,
}: Named & {
  readonly value: V;
  readonly options: readonly { readonly value: V; readonly label: string }[];
  readonly onChoice: (value: V) => void;
}) {
  const shown = options.find((o) => o.value === value)?.label ?? value;
  return (
    <select
      aria-label={label}
      className={`${WORD} cursor-pointer appearance-none`}
      style={widthOf(shown)}
      value={value}
      onChange={(e) => onChoice(e.target.value as V)}
    >
      {options.map((o) => (
        <option key={o.value} value={o.value}>
          {o.label}
        </option>
      ))}
    </select>
  );
}

/** What was typed, understood: what taking it does, and whether it may be taken with every letter. Else a sentence. */
type Understood = { readonly take: () => void; readonly isWhole: boolean } | string;

interface TypedProps extends Named {
  readonly shown: string;
  readonly read: (text: string) => Understood;
  readonly onFault: (fault: string) => void;
  readonly placeholder?: string;
  readonly most?: number;
  readonly type?: 'text' | 'date';
}

/** A word that is typed: taken as soon as it is whole, else when one leaves it or presses Enter; Escape goes back. */
function Typed({ label, shown, read, onFault, placeholder = '', most = 80, type = 'text' }: TypedProps) {
  const [typed, setTyped] = useState<{ text: string; from: string } | null>(null);
  const text = typed && typed.from === shown ? typed.text : shown;
  const [isBad, setBad] = useState(false);
  const tell = (own: Understood): void => {
    setBad(typeof own === 'string');
    onFault(typeof own === 'string' ? own : '');
  };
  const take = (): void => {
    if (text === shown) return;
    const own = read(text);
    tell(own);
    if (typeof own === 'string') return;
    own.take();
    setTyped(null);
  };
  return (
    <input
      type={type}
      aria-label={label}
      aria-invalid={isBad || undefined}
      className={WORD}
      style={type === 'date' ? undefined : widthOf(text || placeholder)}
      autoComplete="off"
      maxLength={most}
      placeholder={placeholder}
      value={text}
      onChange={(e) => {
        const next = e.target.value;
        const own = read(next);
        tell(own);
        if (typeof own !== 'string' && own.isWhole) {
          own.take();
          setTyped(null);
        } else setTyped({ text: next, from: shown });
      }}
      onBlur={take}
      onKeyDown={(e) => {
        if (e.key === 'Enter') {
          e.preventDefault();
          take();
        }
        if (e.key === 'Escape') {
          setTyped(null);
          setBad(false);
          onFault('');
        }
      }}
    />
  );
}

/** Words as they are: every letter is taken, so that a closed tab loses none. */
export const WordText = ({
  onText,
  ...props
}: Omit<TypedProps, 'read'> & { readonly onText: (text: string) => void }) => (
  <Typed {...props} read={(text) => ({ take: () => onText(text), isWhole: true })} />
);

export function WordLength({
  label,
  valueMm,
  unit,
  onLength,
  onFault,
  placeholder = 'any size',
}: Named & {
  readonly valueMm: number | null;
  readonly unit: LengthUnit;
  /** Null where it is emptied. */
  readonly onLength: (mm: number | null) => void;
  readonly onFault: (fault: string) => void;
  readonly placeholder?: string;
}) {
  return (
    <Typed
      label={label}
      shown={valueMm === null ? '' : toLengthText(valueMm, unit).text}
      placeholder={placeholder}
      most={40}
      onFault={onFault}
      read={(text) => {
        if (text.trim() === '') return { take: () => onLength(null), isWhole: false };
        const length = readLength(text, unit);
        return length.ok ? { take: () => onLength(length.value), isWhole: false } : length.fault;
      }}
    />
  );
}

export function WordNumber({
  label,
  value,
  low,
  high,
  onNumber,
  onFault,
  isInteger = false,
}: Named & {
  readonly value: number;
  readonly low: number;
  readonly high: number;
  readonly onNumber: (value: number) => void;
  readonly onFault: (fault: string) => void;
  readonly isInteger?: boolean;
}) {
  return (
    <Typed
      label={label}
      shown={sayNumber(value)}
      most={12}
      onFault={onFault}
      read={(text) => {
        const number = Number(text.trim().replace(',', '.'));
        const isFit = text.trim() !== '' && number >= low && number <= high;
        return isFit && (!isInteger || Number.isInteger(number))
          ? { take: () => onNumber(number), isWhole: sayNumber(number) === text }
          : `${label}: write a ${isInteger ? 'whole number' : 'number'} from ${low} to ${high}.`;
      }}
    />
  );
}

/** A word that adds something to the sentence, or takes it out. */
export const WordButton = ({
  children,
  onPress,
  label,
}: {
  readonly children: ReactNode;
  readonly onPress: () => void;
  readonly label?: string;
}) => (
  <button type="button" className="act text-[16px]" aria-label={label} onClick={onPress}>
    {children}
  </button>
);
