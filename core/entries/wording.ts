/** "; as the customer says", or nothing. */
export const note = (text: string): string => (text ? `; ${text}` : "");

/** ", cylinder 2", or nothing. */
export const at = (place: string | null | undefined): string => (place ? `, ${place}` : "");

/** Long titles would push every other label off the map. */
const SHORT = 26;

export const shorten = (text: string): string =>
  text.length <= SHORT ? text : `${text.slice(0, SHORT - 1).trimEnd()}…`;

export const withoutStop = (sentence: string): string => sentence.replace(/[.;\s]+$/, "");
