import { Command } from 'cmdk';
import { useEffect, useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { bases } from '@jade/core/bases';
import type { Plan } from '@jade/core/plan';
import { stageIds } from '@jade/core/readings';
import { moveWord, sayStep } from '@jade/core/sequence';
import { useListPlansQuery } from '../api/index.ts';
import { useRecords, useSettings } from '../records/index.ts';
import { redone, stepSelected, undone, usePlanState } from '../plan/index.ts';
import { useAppDispatch } from '../state/index.ts';
import { ask, whenAsked } from '../ui/index.ts';
import { askForKeys } from './KeysLeaf.tsx';
import { WORDS } from './words.ts';

/** Everything by name: Ctrl K. Stages, plans, steps, undo, theme. */
export function CommandPalette() {
  const [open, setOpen] = useState(false);
  const navigate = useNavigate();
  const dispatch = useAppDispatch();
  const { id, present } = usePlanState();
  const { data: plans } = useListPlansQuery(undefined, { skip: !open });
  const settings = useSettings();
  const steps = useMemo(() => (open && present ? sayAll(present) : []), [open, present]);
  const { write } = useRecords();

  useEffect(() => {
    const onKey = (e: KeyboardEvent): void => {
      if ((e.ctrlKey || e.metaKey) && e.key.toLowerCase() === 'k') {
        e.preventDefault();
        setOpen((o) => !o);
      }
    };
    window.addEventListener('keydown', onKey);
    const deaf = whenAsked('find', () => setOpen(true));
    return () => {
      window.removeEventListener('keydown', onKey);
      deaf();
    };
  }, []);

  const run = (act: () => void) => () => {
    setOpen(false);
    act();
  };
  const go = (to: string) => run(() => void navigate(to));
  const item =
    'cursor-pointer px-3 py-2 data-[selected=true]:bg-jade-wash data-[selected=true]:text-jade-deep';

  return (
    <Command.Dialog
      open={open}
      onOpenChange={setOpen}
      label={WORDS.findAStageA}
      filter={rankOf}
      overlayClassName="fixed inset-0 z-40 bg-[color-mix(in_oklab,var(--ink),transparent_60%)]"
      contentClassName="fixed top-[12vh] left-1/2 z-50 w-[560px] max-w-[94vw] -translate-x-1/2 border border-rule-strong bg-leaf"
    >
      <Command.Input
        placeholder={WORDS.stagePlanStepOr}
        className="w-full border-0 border-b border-rule-strong px-4 py-3 text-[18px]"
      />
      <Command.List className="max-h-[50vh] overflow-auto p-2">
        <Command.Empty className="px-3 py-4 text-ink-2">{WORDS.nothingOfThatName}</Command.Empty>
        {present && id && (
          <Command.Group heading={present.name}>
            {stageIds.map((s, i) => (
              <Command.Item key={s} className={item} onSelect={go(`/plan/${id}/${s}`)}>
                Open {s} <span className="float-right text-ink-2">Alt {i + 1}</span>
              </Command.Item>
            ))}
            <Command.Item className={item} onSelect={go(`/plan/${id}/whole`)}>
              {WORDS.openWhole}
            </Command.Item>
            {steps.map((s) => (
              <Command.Item
                key={s.id}
                value={`step ${s.number} ${s.word} ${s.passage} ${s.sentence} ${s.id}`}
                className={item}
                onSelect={run(() => {
                  dispatch(stepSelected(s.number));
                  void navigate(`/plan/${id}/folds`);
                })}
              >
                <b>{s.number}</b> {s.sentence}
                {s.passage && <span className="text-ink-2"> {s.passage}</span>}
              </Command.Item>
            ))}
            <Command.Item className={item} onSelect={run(() => dispatch(undone()))}>
              Undo <span className="float-right text-ink-2">{WORDS.ctrlZ}</span>
            </Command.Item>
            <Command.Item className={item} onSelect={run(() => dispatch(redone()))}>
              Redo <span className="float-right text-ink-2">{WORDS.ctrlY}</span>
            </Command.Item>
            <Command.Item className={item} onSelect={run(() => ask('take'))}>
              {WORDS.takeIt}
            </Command.Item>
            <Command.Item className={item} onSelect={run(askForKeys)}>
              All keys <span className="float-right text-ink-2">?</span>
            </Command.Item>
          </Command.Group>
        )}
        <Command.Group heading="Plans">
          {(plans ?? []).map((p) => (
            <Command.Item
              key={p.id}
              value={`plan ${p.plan.name} ${p.id}`}
              className={item}
              onSelect={go(`/plan/${p.id}/brief`)}
            >
              {p.plan.name}
            </Command.Item>
          ))}
          <Command.Item className={item} onSelect={run(() => ask('bring'))}>
            {WORDS.bringIn}
          </Command.Item>
          <Command.Item className={item} onSelect={go('/')}>
            {WORDS.castAllPlans}
          </Command.Item>
          <Command.Item className={item} onSelect={go('/calendar')}>
            {WORDS.calendar}
          </Command.Item>
          <Command.Item className={item} onSelect={go('/practice')}>
            {WORDS.practice}
          </Command.Item>
          <Command.Item className={item} onSelect={go('/diary')}>
            {WORDS.wholeDiary}
          </Command.Item>
          <Command.Item className={item} onSelect={go('/signs')}>
            {WORDS.signs}
          </Command.Item>
          <Command.Item className={item} onSelect={go('/bases')}>
            {WORDS.baseAtlas}
          </Command.Item>
          <Command.Item className={item} onSelect={go('/drawer')}>
            {WORDS.paperDrawer}
          </Command.Item>
          <Command.Item className={item} onSelect={go('/settings')}>
            {WORDS.settings}
          </Command.Item>
        </Command.Group>
        <Command.Group heading="Bases">
          {bases.map((b) => (
            <Command.Item key={b.id} className={item} onSelect={go(`/bases/${b.id}`)}>
              {b.name}
            </Command.Item>
          ))}
        </Command.Group>
        <Command.Group heading="Table">
          {(['day', 'lamp', 'system'] as const).map((theme) => (
            <Command.Item
              key={theme}
              className={item}
              onSelect={run(() => void write('settings', '', { ...settings, theme }))}
            >
              {theme === 'system'
                ? WORDS.lightAsTheSystem
                : theme === 'day'
                  ? WORDS.dayTableLight
                  : WORDS.lampDark}
            </Command.Item>
          ))}
        </Command.Group>
      </Command.List>
    </Command.Dialog>
  );
}

/** What each step says, to be found by. */
const sayAll = ({ sheet, points, steps }: Plan) =>
  steps.map((step, i) => ({
    id: step.id,
    number: i + 1,
    word: moveWord(step),
    passage: step.passage,
    sentence: sayStep(step, { sheet: sheet.shape, points, steps }),
  }));

/** Names first, then what begins with the words, then what has them in it; letters scattered over a sentence are no match. */
function rankOf(value: string, search: string): number {
  const [own, wanted] = [value.toLowerCase(), search.toLowerCase().trim()];
  if (!wanted.split(/\s+/).every((word) => own.includes(word))) return 0;
  if (own.startsWith(wanted)) return 1;
  return new RegExp(`\\b${wanted.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')}`).test(own) ? 0.8 : 0.5;
}
