import { useMemo } from 'react';
import { useNavigate } from 'react-router';
import { readPlanFile } from '@jade/core/documents';
import { sayFault, useImportPlanMutation } from '../../api/index.ts';
import { TakeOrLeave } from './TakeOrLeave.tsx';
import { WORDS, sayPlanFile } from './words.ts';

/** A plan file: what it holds, before it becomes a plan here. */
export function BringPlan({ name, text, onDone }: { name: string; text: string; onDone: () => void }) {
  const navigate = useNavigate();
  const [importPlan, { error, isLoading }] = useImportPlanMutation();
  const read = useMemo(() => readText(name, text), [name, text]);
  const take = async (): Promise<void> => {
    if ('fault' in read) return;
    await importPlan(read.value)
      .unwrap()
      .then(
        (saved) => {
          onDone();
          void navigate(`/plan/${saved.id}/brief`);
        },
        () => undefined,
      );
  };
  if ('fault' in read)
    return (
      <p role="alert" className="notice max-w-[640px]">
        {read.fault}
      </p>
    );
  const { plan, runs, diary } = read.file;
  return (
    <section aria-label={WORDS.plan}>
      <p className="say mb-2">
        <b>{plan.name}</b>
      </p>
      <p>{sayPlanFile(plan.steps.length, runs.length, diary.length)}</p>
      <p className="note">
        {plan.origin.designer === '' ? 'No designer is named in it.' : `Designed by ${plan.origin.designer}.`}
      </p>
      {error && (
        <p role="alert" className="mt-3 text-persimmon">
          {sayFault(error)}
        </p>
      )}
      <TakeOrLeave isBusy={isLoading} onTake={() => void take()} onLeave={onDone} />
    </section>
  );
}

type ReadFile = Extract<ReturnType<typeof readPlanFile>, { ok: true }>['value'];

function readText(name: string, text: string): { value: unknown; file: ReadFile } | { fault: string } {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    return { fault: `"${name}" is not a plan file: it is not JSON. Choose a file saved by Take along.` };
  }
  const read = readPlanFile(value);
  return read.ok ? { value, file: read.value } : { fault: read.fault[0]!.text };
}
