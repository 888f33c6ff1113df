"use client";

import { CommandMessage } from "@/features/shared/command-message";
import { commandPath } from "@/features/shared/send-command";
import { dateText } from "@/features/shared/format";
import { useCommand } from "@/features/shared/use-command";
import type { TokenRow } from "@/server/db/tokens";
import { Button } from "@/ui/button";
import { useNotify } from "@/ui/notices";

/** The tokens by which scripts write: what each is for, when it last wrote, and the way to take it away. */
export function TokenList({ tokens, timeZone }: { readonly tokens: readonly TokenRow[]; readonly timeZone: string }) {
  return (
    <section aria-labelledby="tokens">
      <h2 id="tokens" className="text-lg">
        Tokens of scripts
      </h2>
      {tokens.length === 0 ? (
        <p className="pt-2 text-ink-soft">
          None yet. <code className="mono">npm run -s token -- --name NAME</code> on the server makes one, with the
          rights of a lead.
        </p>
      ) : (
        <ul className="divide-y divide-rule border-y border-rule">
          {tokens.map((token) => (
            <TokenLine key={token.id} token={token} timeZone={timeZone} />
          ))}
        </ul>
      )}
    </section>
  );
}

interface TokenLineProps {
  readonly token: TokenRow;
  readonly timeZone: string;
}

function TokenLine({ token: { id, name, createdAt, revokedAt, lastUsed }, timeZone }: TokenLineProps) {
  const { send, busy, message } = useCommand(commandPath("revoke-token"));
  const notify = useNotify();
  const take = async () => {
    if (await send({ tokenId: id })) notify(`The token of ${name} is taken away`);
  };
  return (
    <li className="flex flex-wrap items-center gap-x-4 gap-y-1 py-2">
      <span className={`grow ${revokedAt ? "text-ink-soft line-through" : "font-medium"}`}>{name}</span>
      <span className="text-sm text-ink-soft">
        made {dateText(createdAt, timeZone)},{" "}
        {lastUsed ? `last wrote ${dateText(lastUsed, timeZone)}` : "wrote nothing yet"}
        {revokedAt && `, taken away ${dateText(revokedAt, timeZone)}`}
      </span>
      {!revokedAt && (
        <Button busy={busy} onClick={() => void take()} aria-label={`Take the token of ${name} away`}>
          Take away
        </Button>
      )}
      <CommandMessage message={message} />
    </li>
  );
}
