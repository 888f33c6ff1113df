import Form from "next/form";
import { Button } from "@/ui/button";
import { TextInput } from "@/ui/form";

/** One field over the book. */
export function AskField({ asked, focus }: { readonly asked: string; readonly focus: boolean }) {
  return (
    <Form action="/book" className="flex gap-2" role="search">
      <label htmlFor="ask" className="sr-only">
        Ask the book
      </label>
      <TextInput
        id="ask"
        name="q"
        type="search"
        defaultValue={asked}
        key={asked}
        autoFocus={focus}
        maxLength={300}
        placeholder="Symptom, vehicle, code, part, plate: in any order"
        className="min-w-0 grow text-lg"
      />
      <Button type="submit" look="main">
        Ask
      </Button>
    </Form>
  );
}
