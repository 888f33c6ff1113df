export { PageLoading as default } from "@/features/shared/page-loading";
