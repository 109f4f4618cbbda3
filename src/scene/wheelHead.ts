import { HEAD_MM, headRadius } from './aim'
import { CircleGeometry, CylinderGeometry, Mesh, MeshBasicMaterial, ShaderMaterial } from 'three'

/** The wheel head under a form of a radius that stands on a foot of another. */
export function wheelHead(formRadius: number, footRadius: number): Mesh[] {
  const radius = headRadius(formRadius, footRadius)
  const top = new Mesh(new CircleGeometry(radius, 72), wheelMaterial(footRadius, radius))
  top.rotation.x = -Math.PI / 2
  top.position.y = -0.4
  const rim = new Mesh(
    new CylinderGeometry(radius, radius * 0.985, HEAD_MM, 72, 1, true),
    new MeshBasicMaterial({ color: 0x85857f }),
  )
  rim.position.y = -0.4 - HEAD_MM / 2
  return [top, rim]
}

/** Neutral grey, rings turned into it, ticks each tenth of a turn, and the shade of the piece. */
function wheelMaterial(footRadius: number, radius: number): ShaderMaterial {
  return new ShaderMaterial({
    uniforms: { foot: { value: footRadius }, edge: { value: radius } },
    vertexShader:
      'varying vec2 at; void main() { at = position.xy; gl_Position = projectionMatrix * ' +
      'modelViewMatrix * vec4(position, 1.0); }',
    fragmentShader: `
      uniform float foot; uniform float edge; varying vec2 at;
      void main() {
        float r = length(at);
        float ring = 0.012 * sin(r * 0.55);
        float shade = 0.62 * exp(-max(0.0, r - foot * 0.96) / (0.16 * edge));
        float turn = fract(atan(at.y, at.x) / 6.2831853 * 24.0 + 0.5);
        float tick = smoothstep(0.035, 0.02, abs(turn - 0.5)) * step(edge * 0.91, r) * step(r, edge * 0.97);
        vec3 grey = vec3(0.36 + ring) * (1.0 - shade) * (1.0 - 0.45 * tick);
        gl_FragColor = vec4(grey, 1.0);
        #include <colorspace_fragment>
      }`,
  })
}
