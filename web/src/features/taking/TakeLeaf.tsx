import { type ReactNode, useEffect, useRef, useState } from 'react';
import { type BookletOptions, type PatternOptions, diaryCsv, runsCsv } from '@jade/core/exporting';
import type { Plan } from '@jade/core/plan';
import { printPages, warmPrinting } from '../../api/index.ts';
import { getEngine } from '../../engine/index.ts';
import { handOver, savePng, usePalette } from '../../pictures/index.ts';
import { usePlan, usePlanState } from '../../plan/index.ts';
import { useDiary, useRuns, useSettings } from '../../records/index.ts';
import { Choice, Leaf, NumberField, TextField, useKeptForm, whenAsked } from '../../ui/index.ts';
import { CREASES, FORMATS, WORDS } from './words.ts';

const PAGES: readonly { value: BookletOptions['page']; label: string }[] = [
  { value: 'A4', label: 'A4' },
  { value: 'A5', label: 'A5' },
  { value: 'letter', label: 'US letter' },
];

const fileOf = ({ name }: Plan): string =>
  name
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, '-')
    .replace(/^-|-$/g, '') || 'plan';

/** Everything a plan can be taken along as, in one place. */
export function TakeLeaf() {
  const [isOpen, setOpen] = useState(false);
  useEffect(() => whenAsked('take', () => setOpen(true)), []);
  return isOpen ? (
    <Leaf open onOpen={setOpen} title={WORDS.title} width="wide">
      <Taking />
    </Leaf>
  ) : null;
}

interface Work {
  readonly what: string;
  /** How much is done; null where nobody knows. */
  readonly share: number | null;
  readonly stop: AbortController;
}

function Taking() {
  const plan = usePlan();
  const { id } = usePlanState();
  const [work, setWork] = useState<Work | null>(null);
  const [said, setSaid] = useState<{ text: string; isFault: boolean }>();
  const running = useRef<AbortController>(undefined);
  useEffect(() => {
    warmPrinting();
    return () => running.current?.abort();
  }, []);
  const keep = (content: Blob, file: string): void => {
    handOver(content, file);
    setSaid({ text: WORDS.saved(file), isFault: false });
  };
  const print = async (
    kind: 'booklet' | 'pattern',
    options: BookletOptions | PatternOptions,
    what: string,
  ): Promise<void> => {
    const stop = new AbortController();
    running.current = stop;
    setSaid(undefined);
    setWork({ what, stop, share: null });
    const made = await printPages(kind, { plan, options }, stop.signal, (share) =>
      setWork((w) => w && { ...w, share }),
    );
    setWork(null);
    if (made === 'stopped') return;
    if (made === 'away') setSaid({ text: WORDS.away, isFault: true });
    else if (typeof made === 'string') setSaid({ text: made, isFault: true });
    else keep(made, `${fileOf(plan)}-${kind}.pdf`);
  };
  const write = async (
    asked: Promise<Awaited<ReturnType<ReturnType<typeof getEngine>['exportPlan']>>>,
    type: string,
    file: string,
  ): Promise<void> => {
    const made = await asked;
    if (made.ok) keep(new Blob([made.value], { type }), file);
    else setSaid({ text: made.fault.text, isFault: true });
  };
  return (
    <>
      <div role="status" className="sticky -top-6 z-10 mb-3 min-h-[28px] bg-leaf">
        {work ? (
          <p className="flex items-baseline gap-4">
            <span>{work.what}</span>
            {work.share !== null && (
              <progress aria-label={work.what} value={work.share} max={1} className="h-2 w-40" />
            )}
            <button type="button" className="act" onClick={() => work.stop.abort()}>
              {WORDS.stop}
            </button>
          </p>
        ) : (
          said && <p className={said.isFault ? 'text-persimmon' : ''}>{said.text}</p>
        )}
      </div>
      <div className="grid grid-cols-2 gap-x-10 gap-y-6 max-[720px]:grid-cols-1">
        <section aria-label={WORDS.toPrint}>
          <h3 className="head mb-2">{WORDS.toPrint}</h3>
          <BookletForm
            isBusy={work !== null}
            onSave={(options) => void print('booklet', options, WORDS.writingBooklet)}
          />
          <PatternForm
            isBusy={work !== null}
            most={plan.steps.length}
            onPdf={(options) => void print('pattern', options, WORDS.writingPattern)}
            onFile={(options, as) =>
              void write(
                getEngine().exportPattern(options, as),
                as === 'svg' ? 'image/svg+xml' : 'image/vnd.dxf',
                `${fileOf(plan)}-pattern.${as}`,
              )
            }
          />
        </section>
        <section aria-label={WORDS.others}>
          <h3 className="head mb-2">{WORDS.others}</h3>
          <ul>
            {FORMATS.map(({ format, word, says, ending, type }) => (
              <Row key={format} word={word} says={says}>
                <button
                  type="button"
                  className="act"
                  onClick={() =>
                    void write(getEngine().exportPlan(format), type, `${fileOf(plan)}.${ending}`)
                  }
                >
                  Save {word}
                </button>
              </Row>
            ))}
            <Tables planId={id} onKeep={keep} />
            <PictureRow onKeep={setSaid} />
            {id && (
              <Row word={WORDS.planFile} says={WORDS.planFileSays}>
                <a className="act" href={`/api/plans/${id}/file`} download>
                  Save the plan
                </a>
              </Row>
            )}
          </ul>
        </section>
      </div>
    </>
  );
}

/** Runs and diary of the plan as tables. */
function Tables({
  planId,
  onKeep,
}: {
  planId: string | null;
  onKeep: (content: Blob, file: string) => void;
}) {
  const plan = usePlan();
  const { data: runs } = useRuns();
  const { data: diary } = useDiary();
  const own = <T,>(list: readonly { planId: string; record: T }[] | undefined): T[] =>
    (list ?? []).flatMap((k) => (k.planId === planId ? [k.record] : []));
  const save = (text: string, what: string): void =>
    onKeep(new Blob([text], { type: 'text/csv' }), `${fileOf(plan)}-${what}.csv`);
  const numbers = new Map(plan.steps.map((s, i) => [s.id, i + 1]));
  return (
    <>
      {own(runs).length > 0 && (
        <Row word={WORDS.runs} says={WORDS.runsSay}>
          <button
            type="button"
            className="act"
            onClick={() =>
              save(
                runsCsv(own(runs), (step) => numbers.get(step)),
                'runs',
              )
            }
          >
            {WORDS.saveIt}
          </button>
        </Row>
      )}
      {own(diary).length > 0 && (
        <Row word={WORDS.diary} says={WORDS.diarySays}>
          <button type="button" className="act" onClick={() => save(diaryCsv(own(diary)), 'diary')}>
            {WORDS.saveIt}
          </button>
        </Row>
      )}
    </>
  );
}

/** The finished model as a PNG of a chosen size. */
function PictureRow({ onKeep }: { onKeep: (said: { text: string; isFault: boolean }) => void }) {
  const plan = usePlan();
  const palette = usePalette();
  const [dots, setDots] = useState(2000);
  const save = async (): Promise<void> => {
    const drawing = await getEngine().drawFinished();
    if (!drawing) return;
    const file = `${fileOf(plan)}-finished`;
    await savePng({ drawing, palette, title: plan.name, file }, dots).then(
      () => onKeep({ text: WORDS.saved(`${file}.png`), isFault: false }),
      (error: unknown) => onKeep({ text: `It is not saved: ${String(error)}.`, isFault: true }),
    );
  };
  return (
    <Row word={WORDS.picture} says={WORDS.pictureSays}>
      <span className="flex items-end gap-3">
        <NumberField
          label={WORDS.wide}
          className="w-24"
          value={dots}
          low={64}
          high={8000}
          onNumber={(n) => setDots(Math.round(n))}
        />
        <button type="button" className="act pb-1" onClick={() => void save()}>
          {WORDS.savePng}
        </button>
      </span>
    </Row>
  );
}

function Row({ word, says, children }: { word: string; says: string; children: ReactNode }) {
  return (
    <li className="grid grid-cols-[1fr_auto] items-baseline gap-4 border-b border-rule py-2">
      <span>
        <b>{word}</b> <span className="note block">{says}</span>
      </span>
      {children}
    </li>
  );
}

function BookletForm({ isBusy, onSave }: { isBusy: boolean; onSave: (options: BookletOptions) => void }) {
  const { folder } = useSettings();
  const [form, setForm] = useKeptForm<BookletOptions>('take-booklet', () => ({
    page: 'A4',
    by: folder,
    imposed: false,
  }));
  return (
    <fieldset className="mb-5 border-b border-rule pb-4">
      <legend className="font-semibold">{WORDS.booklet}</legend>
      <p className="note mb-2">{WORDS.bookletSays}</p>
      <div className="flex flex-wrap items-end gap-3">
        <Choice
          label={WORDS.page}
          className="w-28"
          value={form.page}
          options={PAGES}
          onChoice={(page) => setForm({ page })}
        />
        <TextField
          label={WORDS.by}
          most={80}
          className="w-44"
          value={form.by}
          onText={(by) => setForm({ by })}
        />
      </div>
      <label className="mt-2 flex items-baseline gap-2 text-[14px]">
        <input
          type="checkbox"
          checked={form.imposed}
          onChange={(e) => setForm({ imposed: e.target.checked })}
        />
        {WORDS.imposed}
      </label>
      <button type="button" className="btn solid mt-3" disabled={isBusy} onClick={() => onSave(form)}>
        {WORDS.saveBooklet}
      </button>
    </fieldset>
  );
}

function PatternForm({
  isBusy,
  most,
  onPdf,
  onFile,
}: {
  isBusy: boolean;
  most: number;
  onPdf: (options: PatternOptions) => void;
  onFile: (options: PatternOptions, as: 'svg' | 'dxf') => void;
}) {
  const [form, setForm] = useState<PatternOptions>({ page: 'A4', creases: 'all', otherSide: false });
  return (
    <fieldset>
      <legend className="font-semibold">{WORDS.pattern}</legend>
      <p className="note mb-2">{WORDS.patternSays}</p>
      <div className="flex flex-wrap items-start gap-3">
        <Choice
          label={WORDS.creases}
          className="w-60"
          value={form.creases}
          options={CREASES}
          onChoice={(creases) => setForm({ ...form, creases })}
        />
        <NumberField
          label={WORDS.step}
          className="w-20"
          value={form.step ?? 0}
          low={0}
          high={Math.max(1, most)}
          note={WORDS.stepNote}
          onNumber={(n) => {
            const { step: _step, ...rest } = form;
            setForm(n > 0 ? { ...rest, step: n } : rest);
          }}
        />
        <Choice
          label={WORDS.page}
          className="w-24"
          value={form.page}
          options={PAGES}
          onChoice={(page) => setForm({ ...form, page })}
        />
      </div>
      <label className="mt-2 flex items-center gap-2 text-[14px]">
        <input
          type="checkbox"
          checked={form.otherSide}
          onChange={(e) => setForm({ ...form, otherSide: e.target.checked })}
        />
        {WORDS.otherSide}
      </label>
      <p className="mt-3 flex flex-wrap items-baseline gap-4">
        <button type="button" className="btn" disabled={isBusy} onClick={() => onPdf(form)}>
          {WORDS.pdf}
        </button>
        <button type="button" className="act" onClick={() => onFile(form, 'svg')}>
          {WORDS.svg}
        </button>
        <button type="button" className="act" onClick={() => onFile(form, 'dxf')}>
          {WORDS.dxf}
        </button>
      </p>
    </fieldset>
  );
}
