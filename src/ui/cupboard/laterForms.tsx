import dynamic from 'next/dynamic'

/** A new material or clay; loaded when one is added. */
export const AddMedium = dynamic(() => import('./AddMedium').then((module) => module.AddMedium), { ssr: false })
