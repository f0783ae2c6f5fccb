import { write } from '../../src/sequence/index.ts';

const { at, on, through } = write;
type Written = Parameters<typeof write.writeStep>[1];

/** A square folded in half behind: the raw edges lie below, A and B in front. */
export const halve: Written = {
  kind: 'fold',
  sense: 'mountain',
  line: through(at('mid DA'), at('mid BC')),
  flap: [at('C')],
  layers: 'flap',
};

/** One side of it folded behind with all its layers: closes the pocket there. */
export const back = (x: string, flap: 'A' | 'B'): Written => ({
  kind: 'fold',
  sense: 'mountain',
  line: through(on(x, '0'), on(x, '1/2')),
  flap: [at(flap)],
  layers: 'all',
});
