import { SubjectRoute } from "@/features/subjects/subject-route";

export default async function Page({ params }: PageProps<"/book/code/[name]">) {
  return <SubjectRoute kind="code" of="" name={(await params).name} />;
}
