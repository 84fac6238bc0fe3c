import type { SubjectView } from '../../api/types';
import { COLOURS } from './colours';
import { FIELD } from './field';
import { GROUND } from './ground';
import { LIQUID } from './liquid';
import { LYING } from './lying';
import { MESH } from './mesh';
import { PLANTS } from './plants';
import { SHEETS } from './sheets';
import type { SubjectKind } from './Subject';
import { TILES } from './tiles';
import { WATER } from './water';

type Kind = SubjectView['kind'];

/** Everything that can be in a picture; another kind is one file and one line here. */
export const SUBJECTS: { [K in Kind]: SubjectKind<Extract<SubjectView, { kind: K }>> } = {
  ground: GROUND,
  tiles: TILES,
  water: WATER,
  field: FIELD,
  colours: COLOURS,
  lying: LYING,
  plants: PLANTS,
  mesh: MESH,
  sheets: SHEETS,
  liquid: LIQUID,
};

/** The kind of a subject; none for one that this page does not know yet. */
export function kindOf(view: SubjectView): SubjectKind<SubjectView> | undefined {
  return SUBJECTS[view.kind] as SubjectKind<SubjectView> | undefined;
}
