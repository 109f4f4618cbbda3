declare module '*.css'

declare module 'gltf-validator' {
  export function validateBytes(bytes: Uint8Array): Promise<{
    issues: { numErrors: number; messages: { severity: number; code: string; message: string; pointer: string }[] }
    info: { totalTriangleCount: number; resources?: unknown[] }
  }>
}

declare module 'psychrolib' {
  const psychrolib: {
    SI: number
    SetUnitSystem(system: number): void
    GetSatVapPres(celsius: number): number
    GetHumRatioFromVapPres(pa: number, pressurePa: number): number
  }
  export default psychrolib
}
