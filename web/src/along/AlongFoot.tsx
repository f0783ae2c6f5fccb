interface AlongFootProps {
  /** What lies behind and ahead: "to 4", "6 of 31"; an empty one is not to be had. */
  readonly back: string;
  readonly next: string;
  readonly isLast: boolean;
  /** The paper's other side, which the turned corner of the page shows. */
  readonly under: string;
  readonly said: string;
  readonly onTurn: (by: 1 | -1) => void;
  readonly onStuck?: () => void;
}

/** Back, stuck, next: large enough for a hand that holds paper. */
export function AlongFoot({ back, next, isLast, under, said, onTurn, onStuck }: AlongFootProps) {
  return (
    <div className="relative flex h-[132px] shrink-0 items-center gap-4 overflow-hidden border-t border-rule-strong bg-table pl-8">
      <button
        type="button"
        className="min-h-[76px] border-b-[3px] border-jade bg-leaf px-5 text-left text-[21px] leading-[26px] font-semibold disabled:opacity-50"
        disabled={back === ''}
        onClick={() => onTurn(-1)}
      >
        Back
        <small className="block text-[15px] leading-[19px] font-normal text-ink-2">
          {back === '' ? 'the first step' : back}
        </small>
      </button>
      {onStuck && (
        <button
          type="button"
          className="min-h-[76px] border-b-[3px] border-dashed border-persimmon bg-leaf px-5 text-left text-[21px] leading-[26px] font-semibold"
          onClick={onStuck}
        >
          Stuck here
          <small className="block text-[15px] leading-[19px] font-normal text-ink-2">
            keeps place and time
          </small>
        </button>
      )}
      <span role="status" className="max-w-[30ch] text-ink-2 max-[900px]:max-w-[16ch]">
        {said}
      </span>
      <button
        type="button"
        className="absolute right-0 bottom-0 h-full w-[340px] text-on-jade max-[700px]:w-[250px]"
        onClick={() => onTurn(1)}
      >
        <svg
          className="absolute inset-0 h-full w-full"
          viewBox="0 0 340 132"
          preserveAspectRatio="none"
          aria-hidden="true"
        >
          <polygon points="132,0 340,0 340,132 0,132" fill="var(--jade)" />
          <polygon points="132,0 112,86 0,132" fill={under} />
        </svg>
        <span className="relative block pl-[38%] text-left">
          <span className="block font-serif text-[34px] leading-[40px] font-semibold">
            {isLast ? 'Done' : 'Next'}
          </span>
          <span className="block text-[15px]">{next}; swipe or space</span>
        </span>
      </button>
    </div>
  );
}
