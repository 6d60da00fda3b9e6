import Link from 'next/link';

export default function NotFound() {
  return (
    <main className="container py-5">
      <h1 className="h4">There is no such page</h1>
      <p>
        <Link href="/">Go to the jobs</Link>
      </p>
    </main>
  );
}
