import type { DocumentKind, DocumentOf } from '@jade/core/documents';

/** A document as the server has it. */
export interface Version<K extends DocumentKind = DocumentKind> {
  readonly revision: number;
  readonly document: DocumentOf<K> | null;
  /** When the server got it, where that is known. */
  readonly at?: string;
}

/** What a document goes by: its kind, the plan it belongs to ('' for plans themselves and the house's), its id. */
export interface Address<K extends DocumentKind = DocumentKind> {
  readonly kind: K;
  readonly owner: string;
  readonly id: string;
}

/** A change that the server has not acknowledged: what it grew from, and what it is now (null: deleted). */
export interface Entry<K extends DocumentKind = DocumentKind> extends Address<K> {
  /** Revision 0 without a document: begun here. A document of null on a revision: grown from one that is not at hand. */
  readonly base: Version<K>;
  readonly mine: DocumentOf<K> | null;
  /** When it was last changed. */
  readonly at: string;
}

export const keyOf = ({ kind, owner, id }: Address): string => `${kind}:${owner}:${id}`;

/** A version that was given up where two clashed, on its way to the server. */
export interface Aside extends Address {
  readonly asideId: string;
  readonly why: string;
  readonly document: NonNullable<Entry['mine']>;
}
