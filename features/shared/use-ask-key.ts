"use client";

import { useRouter } from "next/navigation";
import { useEffect } from "react";
import { isTyping } from "@/ui/is-typing";

/** "a" asks the book from anywhere; never while something is being typed. */
export function useAskKey(): void {
  const router = useRouter();
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key !== "a" || isTyping(event)) return;
      event.preventDefault();
      const field = document.getElementById("ask");
      if (field) field.focus();
      else router.push("/book");
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [router]);
}
