"use client";

import type { VinView } from "@/server/views/vin";

interface VinCheckProps {
  readonly reading: VinView;
  readonly make: string;
  readonly year: string;
  readonly onTake: (change: { readonly vin?: string; readonly make?: string; readonly year?: string }) => void;
}

/** What a VIN says: the doubtful place with what it may have been meant to be, and make and model year to take over. */
export function VinCheck({ reading, make, year, onTake }: VinCheckProps) {
  const { problems, corrections, checkDigit, modelYears } = reading;
  const unfit = checkDigit !== null && checkDigit.expected !== checkDigit.actual;
  return (
    <div className="col-span-full flex flex-col gap-2 border-l-4 border-rule-strong pl-3" role="status">
      {problems.map(({ position, message }) => (
        <p key={`${position} ${message}`} className="font-medium text-brick">
          {position ? `Position ${position}: ` : ""}
          {message}
        </p>
      ))}
      {problems.length === 0 && unfit && (
        <p className="font-medium text-ochre-ink">
          Position 9: the check digit would be {checkDigit.expected}, it is {checkDigit.actual}. Not every maker uses
          one; look at the plate once more.
        </p>
      )}
      {problems.length === 0 && !unfit && <p className="text-spruce">The check digit fits.</p>}
      {corrections.length > 0 && <Corrections corrections={corrections} onTake={(vin) => onTake({ vin })} />}
      <div className="flex flex-wrap gap-2">
        {reading.make && reading.make !== make && (
          <Take words={`Make: ${reading.make}`} onClick={() => onTake({ make: reading.make ?? "" })} />
        )}
        {modelYears
          .filter((each) => String(each) !== year)
          .map((each) => (
            <Take key={each} words={`Model year ${each}`} onClick={() => onTake({ year: String(each) })} />
          ))}
      </div>
    </div>
  );
}

interface CorrectionsProps {
  readonly corrections: VinView["corrections"];
  readonly onTake: (vin: string) => void;
}

function Corrections({ corrections, onTake }: CorrectionsProps) {
  return (
    <div role="group" aria-label="Likely readings">
      <p className="text-sm text-ink-soft">Does it read like one of these?</p>
      <div className="flex flex-wrap gap-2">
        {corrections.map(({ vin, positions }) => (
          <button
            key={vin}
            type="button"
            className="mono min-h-11 border border-rule-strong bg-sheet px-3 hover:border-ink"
            onClick={() => onTake(vin)}
          >
            {[...vin].map((sign, at) =>
              positions.includes(at + 1) ? (
                <strong key={at} className="border-b-2 border-brick text-brick">
                  {sign}
                </strong>
              ) : (
                sign
              ),
            )}
          </button>
        ))}
      </div>
    </div>
  );
}

function Take({ words, onClick }: { readonly words: string; readonly onClick: () => void }) {
  return (
    <button
      type="button"
      className="min-h-11 border border-rule-strong bg-sheet px-3 hover:border-ink"
      onClick={onClick}
    >
      {words}
    </button>
  );
}
