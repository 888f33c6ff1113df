/** "; as the customer says", or nothing. */
export const note = (text: string): string => (text ? `; ${text}` : "");

/** ", cylinder 2", or nothing. */
export const at = (place: string | null | undefined): string => (place ? `, ${place}` : "");

/** Long titles would push every other label off the map. */
const SHORT = 26;

/** So many letters at most, with an ellipsis where something was left out. */
export const shorten = (text: string): string =>
  text.length <= SHORT ? text : `${text.slice(0, SHORT - 1).trimEnd()}…`;

/** Without the full stop that people end a line with. */
export const withoutStop = (sentence: string): string => sentence.replace(/[.;\s]+$/, "");
