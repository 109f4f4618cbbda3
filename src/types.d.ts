declare module '*.css'

declare module 'gltf-validator' {
  export function validateBytes(bytes: Uint8Array): Promise<{
    issues: { numErrors: number; messages: { severity: number; code: string; message: string; pointer: string }[] }
    info: { totalTriangleCount: number; resources?: unknown[] }
  }>
}
