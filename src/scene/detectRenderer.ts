/** What draws in this browser: a graphics card, the processor in its place, or nothing that knows WebGL 2. */
export function detectRenderer(): 'card' | 'software' | 'nothing' {
  try {
    const gl = document.createElement('canvas').getContext('webgl2')
    if (!gl) return 'nothing'
    const info = gl.getExtension('WEBGL_debug_renderer_info')
    const name = String(gl.getParameter(info ? info.UNMASKED_RENDERER_WEBGL : gl.RENDERER))
    gl.getExtension('WEBGL_lose_context')?.loseContext()
    return /swiftshader|llvmpipe|software/i.test(name) ? 'software' : 'card'
  } catch {
    return 'nothing'
  }
}
