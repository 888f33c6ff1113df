"use client";

import { Button } from "@/ui/button";
import { useNotify } from "@/ui/notices";

export function SignOut() {
  const notify = useNotify();
  const leave = async () => {
    try {
      await fetch("/api/v1/session", { method: "DELETE" });
      // A full load, so that nothing of the last person stays in the browser's memory.
      window.location.assign("/sign-in");
    } catch {
      notify("No connection: you are still signed in on this device.", true);
    }
  };
  return (
    <Button look="quiet" onClick={leave}>
      Sign out
    </Button>
  );
}
