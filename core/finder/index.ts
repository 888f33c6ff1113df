export { identity, stem, stemsOf } from "./fold";
export { nearness } from "./nearness";
export { rowFinder } from "./row-finder";
export { wordFinder, type FindableWord } from "./word-finder";
