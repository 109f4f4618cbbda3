import Link from 'next/link'

export default function NotFound() {
  return (
    <section className="mx-auto max-w-2xl space-y-4 p-8" data-testid="not-found">
      <h1 className="display text-2xl font-bold">There is nothing at this address</h1>
      <p>The link may be old, or a letter of it is missing. Your pieces are on the rack.</p>
      <Link href="/" className="btn btn-primary">
        Go to the rack
      </Link>
    </section>
  )
}
