import { SubjectRoute } from "@/features/subjects/subject-route";

export default async function Page({ params }: PageProps<"/book/model/[of]/[name]">) {
  const { of, name } = await params;
  return <SubjectRoute kind="model" of={of} name={name} />;
}
