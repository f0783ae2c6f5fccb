import { verbs } from './verbs.ts';
import { BadInput } from './input.ts';

export interface Answer {
  /** 0 an answer, 2 bad input, 1 a fault of the program. */
  readonly code: 0 | 1 | 2;
  readonly out: string;
  readonly err: string;
}

/** Runs one call of the command line; never throws. */
export async function runCommand(args: readonly string[]): Promise<Answer> {
  const [name, ...rest] = args;
  const verb = name && Object.hasOwn(verbs, name) ? verbs[name] : undefined;
  if (!name || name === '--help' || name === 'help') return { code: 0, out: listVerbs(), err: '' };
  if (!verb)
    return {
      code: 2,
      out: '',
      err: `jade: there is no verb "${name}"; the verbs are ${Object.keys(verbs).join(', ')}.`,
    };
  if (rest.includes('--help')) return { code: 0, out: `jade ${verb.usage}\n\n${verb.about}`, err: '' };
  try {
    return { code: 0, out: JSON.stringify(await verb.run(rest), null, 2), err: '' };
  } catch (fault) {
    if (fault instanceof BadInput) return { code: 2, out: '', err: `jade ${name}: ${fault.message}` };
    return {
      code: 1,
      out: '',
      err: `jade ${name}: broken inside: ${fault instanceof Error ? fault.message : String(fault)}`,
    };
  }
}

const listVerbs = (): string =>
  [
    'jade VERB ... prints one JSON document. The verbs:',
    ...Object.values(verbs).map((v) => `  ${v.usage}`),
    'jade VERB --help says more.',
  ].join('\n');
