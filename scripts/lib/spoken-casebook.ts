import { Dice } from "@/simulation/random";

/** What a simulated shop's casebook is called in words that can be told apart, and complaints in sentences: what a search is measured on. */

interface Word {
  readonly key: string;
  label: string;
}
interface SpokenJob {
  readonly key: string;
  complaint: string | null;
  readonly vehicle: { readonly model: string };
  readonly codes: readonly { readonly code: string }[];
  readonly symptoms: readonly { readonly key: string; readonly conditions: readonly string[] }[];
}
/** A casebook as far as it is put into words. */
export interface SpokenCasebook {
  readonly vocabulary: Readonly<Record<"symptoms" | "conditions" | "components" | "failures", Word[]>>;
  readonly jobs: SpokenJob[];
}

const BEGIN = [
  "bra",
  "clu",
  "dor",
  "fen",
  "gri",
  "hal",
  "jin",
  "kor",
  "lam",
  "mor",
  "nes",
  "pul",
  "ros",
  "stal",
  "tur",
  "ver",
  "wim",
  "zan",
];
const MIDDLE = ["ba", "de", "fi", "go", "lu", "ma", "ne", "pi", "ro", "su", "ta", "vi"];
const END = ["ck", "ld", "n", "nt", "r", "rm", "sh", "st", "th", "x"];
/** Words of a complaint that name nothing of the vocabulary. */
const FILLERS = 600;
const FILLERS_OF_A_COMPLAINT = 8;

const word = (dice: Dice): string =>
  dice.pick(BEGIN) + (dice.is(0.7) ? dice.pick(MIDDLE) : "") + dice.pick(MIDDLE) + dice.pick(END);

/** Gives every word of a casebook a label of two made-up words, and every job a complaint that tells what it shows among other words. */
export function speak(casebook: SpokenCasebook, seed: number): SpokenCasebook {
  const dice = new Dice(seed);
  const labels = new Map<string, string>();
  for (const list of Object.values(casebook.vocabulary))
    for (const each of list) {
      each.label = `${word(dice)} ${word(dice)} ${each.key.split("-").at(-1) ?? ""}`.trim();
      labels.set(each.key, each.label);
    }
  const fillers = Array.from({ length: FILLERS }, () => word(dice));
  for (const job of casebook.jobs) {
    const told = job.symptoms.flatMap(({ key, conditions }) =>
      [key, ...conditions].map((each) => labels.get(each) ?? each),
    );
    const others = Array.from({ length: FILLERS_OF_A_COMPLAINT }, () => dice.pick(fillers));
    job.complaint = [...told, ...others].join(" ");
  }
  return casebook;
}

/** What somebody asks who remembers a job: its model, a word or two of what it showed, one of them misspelt, a word of the complaint, a code. */
export function questionOf(job: SpokenJob, dice: Dice): string {
  const words = (job.complaint ?? "").split(" ").filter(({ length }) => length > 3);
  const asked = [job.vehicle.model, misspelt(words[0] ?? "", dice)];
  if (words[1] && dice.is(0.6)) asked.push(words[1]);
  if (dice.is(0.3)) asked.push(words.at(-1) ?? "");
  const [code] = job.codes;
  if (code && dice.is(0.5)) asked.push(code.code.toLowerCase());
  return asked.join(" ");
}

/** One letter left out of every third word. */
function misspelt(text: string, dice: Dice): string {
  if (text.length < 6 || !dice.is(1 / 3)) return text;
  const at = 2 + Math.floor(dice.next() * (text.length - 3));
  return text.slice(0, at) + text.slice(at + 1);
}
