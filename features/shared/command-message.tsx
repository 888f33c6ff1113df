import type { MeanwhileEntry } from "./send-command";

interface CommandMessageProps {
  readonly message: string | null;
  readonly meanwhile?: readonly MeanwhileEntry[];
}

/** What stood in the way of saving, and what colleagues did meanwhile. */
export function CommandMessage({ message, meanwhile = [] }: CommandMessageProps) {
  if (!message) return null;
  return (
    <div role="alert" className="border-l-4 border-brick bg-brick-pale px-3 py-2">
      <p>{message}</p>
      {meanwhile.length > 0 && (
        <ul className="mt-1 list-disc pl-5">
          {meanwhile.map(({ seq, by, text }) => (
            <li key={seq}>
              {by}: {text}
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}
