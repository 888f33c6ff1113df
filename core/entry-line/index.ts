export { readEntryLine, type EntryLine } from "./entry-line";
