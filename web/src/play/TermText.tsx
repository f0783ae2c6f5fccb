import { useEffect, useMemo, useState } from 'react';
import { Link } from 'react-router';
import { type Term, partTerms } from '@jade/core/references';
import { Leaf, ask, whenAsked } from '../ui/index.ts';
import { WORDS } from './words.ts';

/** A step's sentence; each term of the craft in it can be asked: by hovering, a tap, or a key. */
export function TermText({ sentence }: { readonly sentence: string }) {
  const parts = useMemo(() => partTerms(sentence), [sentence]);
  return parts.map(({ text, term }, i) =>
    term ? (
      <button
        key={i}
        type="button"
        title={`${term.word}: ${term.meaning}`}
        className="inline cursor-help border-b border-dotted border-rule-strong p-0 text-left [font:inherit]"
        onClick={() => ask('term', term)}
      >
        {text}
      </button>
    ) : (
      <span key={i}>{text}</span>
    ),
  );
}

/** What a term means, asked from a sentence. */
export function TermLeaf() {
  const [term, setTerm] = useState<Term | null>(null);
  useEffect(() => whenAsked('term', (detail) => setTerm(detail as Term)), []);
  if (!term) return null;
  return (
    <Leaf open onOpen={(open) => !open && setTerm(null)} title={term.word}>
      <p className="mb-3">{term.meaning}.</p>
      <Link className="act" to="/signs#terms" onClick={() => setTerm(null)}>
        {WORDS.allFolds}
      </Link>
    </Leaf>
  );
}
