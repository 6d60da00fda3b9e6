import { JobPage } from '@/features/workbench/job-page';

export default async function Job({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  return <JobPage key={id} id={id} />;
}
