import { opened, type OpenedBody } from "./opened";
import { imported, type ImportedBody } from "./imported";
import { symptoms, type SymptomsBody } from "./symptoms";
import { scan, type ScanBody } from "./scan";
import { cleared, type ClearedBody } from "./cleared";
import { confirmed, type ConfirmedBody } from "./confirmed";
import { watch, type WatchBody } from "./watch";
import { priorWork, type PriorWorkBody } from "./prior-work";
import { odometer, type OdometerBody } from "./odometer";
import { test, type TestBody } from "./test";
import { part, type PartBody } from "./part";
import { partResult, type PartResultBody } from "./part-result";
import { proof, type ProofBody } from "./proof";
import { suspect, type SuspectBody } from "./suspect";
import { finding, type FindingBody } from "./finding";
import { handed, type HandedBody } from "./handed";
import { bypass, type BypassBody } from "./bypass";
import { bypassRemoved, type BypassRemovedBody } from "./bypass-removed";
import { note, type NoteBody } from "./note";
import { withdrawn, type WithdrawnBody } from "./withdrawn";
import { closed, type ClosedBody } from "./closed";
import { reopened, type ReopenedBody } from "./reopened";
import { waiting, type WaitingBody } from "./waiting";
import { secondLook, type SecondLookBody } from "./second-look";
import { checkOff, type CheckOffBody } from "./check-off";
import { estimate, type EstimateBody } from "./estimate";
import { repairChoice, type RepairChoiceBody } from "./repair-choice";
import { askAfter, type AskAfterBody } from "./ask-after";
import type { EntryRule } from "./rule";

/**
 * What an entry of the trail says, by its kind. Written once and never changed; a correction is a new entry. So what a later
 * version adds to a kind is optional for ever: older entries do not have it.
 */
interface Bodies {
  readonly opened: OpenedBody;
  readonly imported: ImportedBody;
  readonly symptoms: SymptomsBody;
  readonly scan: ScanBody;
  readonly cleared: ClearedBody;
  readonly confirmed: ConfirmedBody;
  readonly watch: WatchBody;
  readonly "prior-work": PriorWorkBody;
  readonly odometer: OdometerBody;
  readonly test: TestBody;
  readonly part: PartBody;
  readonly "part-result": PartResultBody;
  readonly "check-off": CheckOffBody;
  readonly estimate: EstimateBody;
  readonly "repair-choice": RepairChoiceBody;
  readonly proof: ProofBody;
  readonly suspect: SuspectBody;
  readonly finding: FindingBody;
  readonly handed: HandedBody;
  readonly bypass: BypassBody;
  readonly "bypass-removed": BypassRemovedBody;
  readonly note: NoteBody;
  readonly withdrawn: WithdrawnBody;
  readonly waiting: WaitingBody;
  readonly "second-look": SecondLookBody;
  readonly "ask-after": AskAfterBody;
  readonly closed: ClosedBody;
  readonly reopened: ReopenedBody;
}

export type EntryKind = keyof Bodies;
export type BodyOf<Kind extends EntryKind> = { readonly [K in Kind]: Bodies[K] & { readonly kind: K } }[Kind];
export type EntryBody = BodyOf<EntryKind>;

const RULES: { readonly [K in EntryKind]: EntryRule<BodyOf<K>> } = {
  opened,
  imported,
  symptoms,
  scan,
  cleared,
  confirmed,
  watch,
  "prior-work": priorWork,
  odometer,
  test,
  part,
  "part-result": partResult,
  "check-off": checkOff,
  estimate,
  "repair-choice": repairChoice,
  proof,
  suspect,
  finding,
  handed,
  bypass,
  "bypass-removed": bypassRemoved,
  note,
  withdrawn,
  waiting,
  "second-look": secondLook,
  "ask-after": askAfter,
  closed,
  reopened,
};

export const ENTRY_KINDS = Object.keys(RULES) as readonly EntryKind[];

/** All that is to be known of the kind of an entry. */
export function ruleOf<Kind extends EntryKind>(kind: Kind): EntryRule<BodyOf<Kind>> {
  return RULES[kind];
}
