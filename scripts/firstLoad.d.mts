import type { Browser } from '@playwright/test'

/** Scripts of a view at an address: how many files, and their size compressed and plain, kB. */
export function firstLoad(
  browser: Browser,
  address: string,
): Promise<{ readonly files: number; readonly compressedKb: number; readonly kb: number }>
