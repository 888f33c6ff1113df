export {
  joinsOf,
  piecesOf,
  understand,
  UNDERSTOOD_KINDS,
  type Known,
  type Named,
  type Understanding,
  type Understood,
  type UnderstoodKind,
} from "./understand";
