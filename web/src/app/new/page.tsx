import { NewJobPage } from '@/features/new-job/new-job-page';

export const metadata = { title: 'New job · Needlefile' };

export default function NewJob() {
  return <NewJobPage />;
}
