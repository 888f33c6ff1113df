import { ButtonLink } from "@/ui/button";

export default function NotFound() {
  return (
    <main className="mx-auto max-w-xl px-5 py-16">
      <h1 className="text-xl">There is no such page</h1>
      <p className="mt-2">It was moved or never was, or it is not for your role. Ask a lead if you need it.</p>
      <ButtonLink href="/" look="main" className="mt-5">
        To the floor
      </ButtonLink>
    </main>
  );
}
