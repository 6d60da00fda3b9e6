import { JobsPage } from '@/features/jobs/jobs-page';

export default function Home() {
  return <JobsPage />;
}
