/** Share of months in which the shelf shall not be empty while the next one is on its way. */
const SERVICE = 0.95;

/** What a vehicle drives in a month where nobody knows better. */
export const MONTH_KM = 1500;

/**
 * The least number on the shelf with which a Poisson demand of `expected` pieces is met with probability `service`.
 * @param expected pieces that are used while an order is on its way, 0 or more
 */
export function shelfNumber(expected: number, service: number = SERVICE): number {
  if (!(expected >= 0 && expected <= MOST)) throw new Error(`shelfNumber: expected ${expected}`);
  let [chance, sum, number] = [Math.exp(-expected), Math.exp(-expected), 0];
  while (sum < service) {
    number++;
    chance *= expected / number;
    sum += chance;
  }
  return number;
}

/** Beyond it e^-x leaves the numbers; no shop uses that many of a part in a month. */
const MOST = 500;
