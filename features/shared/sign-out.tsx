"use client";

import { Button } from "@/ui/button";
import { useNotify } from "@/ui/notices";
import { fullLoad } from "./full-load";

export function SignOut() {
  const notify = useNotify();
  const leave = async () => {
    try {
      await fetch("/api/v1/session", { method: "DELETE" });
      fullLoad("/sign-in");
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
