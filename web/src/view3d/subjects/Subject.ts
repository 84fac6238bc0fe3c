import type { Bundle } from '../../api/bundle';
import type { SubjectView } from '../../api/types';
import type { Stage } from '../Stage';

/** One thing of the picture. */
export interface Subject<V extends SubjectView = SubjectView> {
  /** Takes it as it is to be drawn now. @param data the bundles that its kind needs, in that order */
  show(view: V, data: Bundle[]): void;
  dispose(): void;
}

/** A kind of thing: what it is drawn from, and how it comes into being. */
export interface SubjectKind<V extends SubjectView> {
  /** Keys of the data that it needs; "" for what it has not. */
  needs: (view: V) => string[];
  make: (stage: Stage, view: V) => Subject<V>;
}

/** Data that need not be there, where its key is "". */
export const NOTHING: Bundle = { facts: {}, arrays: {} };
