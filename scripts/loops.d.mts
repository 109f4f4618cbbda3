export function compiled(source?: string): Promise<Uint8Array>
