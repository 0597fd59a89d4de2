import Link from "next/link";

export default function NotFound() {
  return (
    <main className="not-found">
      <h1>There is no such sheet</h1>
      <p>It may have been deleted, or the address is not complete.</p>
      <Link href="/">All sheets</Link>
    </main>
  );
}
