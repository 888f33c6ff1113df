import { SubjectRoute } from "@/features/subjects/subject-route";

export default async function Page({ params }: PageProps<"/book/component/[name]">) {
  return <SubjectRoute kind="component" of="" name={(await params).name} />;
}
