import '@fontsource-variable/atkinson-hyperlegible-next'
import '@fontsource-variable/bricolage-grotesque'
import './globals.css'
import type { Metadata } from 'next'
import { connection } from 'next/server'
import type { ReactNode } from 'react'
import { AppFrame, type Demo } from '@/ui/frame/AppFrame'

export const metadata: Metadata = {
  title: { default: 'Vernice', template: '%s · Vernice' },
  description: 'Plans layered decoration on clay',
}

export default async function Layout({ children }: { children: ReactNode }) {
  await connection()
  return (
    <html lang="en" suppressHydrationWarning>
      <body>
        <AppFrame demo={demoOf(process.env.VERNICE_DEMO)}>{children}</AppFrame>
      </body>
    </html>
  )
}

/** `npm run demo` asks for the demo with its days planned; tests plan them themselves. */
const demoOf = (asked: string | undefined): Demo => (asked === 'planned' ? 'planned' : asked ? 'plain' : 'none')
