import { SubjectRoute } from "@/features/subjects/subject-route";

export default async function Page({ params }: PageProps<"/book/engine/[name]">) {
  return <SubjectRoute kind="engine" of="" name={(await params).name} />;
}
