'use client'

/** The last resort, when the frame itself has broken: no styles can be counted on here. */
export default function AppError({ error, reset }: { error: Error; reset: () => void }) {
  return (
    <html lang="en">
      <body style={{ fontFamily: 'system-ui', maxWidth: '40rem', margin: '3rem auto', padding: '0 1rem' }}>
        <h1>Vernice broke</h1>
        <p>
          Something went wrong ({error.message.slice(0, 120) || error.name}). Your studio is kept in this browser and
          was not changed by it.
        </p>
        <button type="button" onClick={reset}>
          Try again
        </button>{' '}
        <button type="button" onClick={() => location.reload()}>
          Open Vernice again
        </button>
      </body>
    </html>
  )
}
