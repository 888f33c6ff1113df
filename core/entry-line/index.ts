export { readEntryLine, type EntryLine } from "./entry-line";
export { completeLine, type LineWords } from "./line-words";
