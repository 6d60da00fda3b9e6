import { LimitsPage } from '@/features/limits/limits-page';

export const metadata = { title: 'House limits · Needlefile' };

export default function Limits() {
  return <LimitsPage />;
}
