import { ShaderMaterial, type DataTexture } from 'three'
import { SLOPE_RANGE } from '@/core/skin/picture'

const vertexShader = /* glsl */ `
  attribute vec3 around;
  attribute float openness;
  varying vec2 vUv;
  varying vec3 vNormal;
  varying vec3 vTangent;
  varying vec3 vEye;
  varying float vOpenness;
  void main() {
    vUv = uv;
    vec4 world = modelMatrix * vec4(position, 1.0);
    vNormal = mat3(modelMatrix) * normal;
    vTangent = mat3(modelMatrix) * around;
    vEye = cameraPosition - world.xyz;
    vOpenness = openness;
    gl_Position = projectionMatrix * viewMatrix * world;
  }
`

// The light is that of src/core/picture/shading.ts: an even sky, a window to the left, a weaker one behind.
const fragmentShader = /* glsl */ `
  uniform sampler2D skin;
  uniform sampler2D relief;
  uniform float grain;
  uniform sampler2D otherSkin;
  uniform sampler2D otherRelief;
  uniform float splitX;
  varying vec2 vUv;
  varying vec3 vNormal;
  varying vec3 vTangent;
  varying vec3 vEye;
  varying float vOpenness;

  float pane(vec3 r, float azimuth, float centre, float halfWidth, float low, float high, float soft) {
    float across = smoothstep(-soft, soft, halfWidth - abs(azimuth - centre));
    return across * smoothstep(-soft, soft, r.y - low) * smoothstep(-soft, soft, high - r.y);
  }

  float reflected(vec3 r, float azimuth, float gloss) {
    float soft = 0.05 + 0.5 * (1.0 - gloss);
    float bar = 1.0 - 0.75 * gloss * smoothstep(0.03, 0.012, abs(azimuth + 0.95)) ;
    float panes = bar * pane(r, azimuth, -0.95, 0.26, 0.05, 0.78, soft) + 0.35 * pane(r, azimuth, 1.25, 0.16, -0.1, 0.7, soft);
    return gloss * (0.9 * panes + 0.10 + 0.12 * clamp(r.y, 0.0, 1.0));
  }

  void main() {
    vec4 colour = texture2D(skin, vUv);
    vec4 bump = texture2D(relief, vUv);
    #ifdef SPLIT
      if (gl_FragCoord.x > splitX) {
        colour = texture2D(otherSkin, vUv);
        bump = texture2D(otherRelief, vUv);
      }
    #endif
    vec2 slope = (bump.xy - vec2(128.0 / 255.0)) * (255.0 / 127.0) * ${SLOPE_RANGE.toFixed(1)};
    float speck = bump.w - 0.5;
    float matte = 1.0 - colour.a;
    slope += matte * grain * vec2(speck, -speck);
    vec3 n0 = normalize(vNormal);
    vec3 t = normalize(vTangent);
    vec3 b = cross(n0, t);
    vec3 n = normalize(n0 - t * slope.x + b * slope.y);
    vec3 eye = normalize(vEye);
    float facing = max(dot(n, eye), 0.0);
    float sky = 0.42 + 0.26 * n.y;
    float window = max(0.0, dot(n, vec3(-0.52, 0.5, 0.69)));
    float back = max(0.0, dot(n, vec3(0.85, 0.25, 0.2)));
    float light = vOpenness * (sky + 0.62 * window + 0.12 * back);
    float shine = 0.0;
    if (colour.a > 0.01) {
      vec3 mirror = reflect(-eye, n);
      float azimuth = atan(mirror.x, mirror.z);
      float aside = 1.0 - facing;
      float fresnel = 0.04 + 0.96 * aside * aside * aside * aside * aside;
      // A glossy window is far brighter than the sky it is cut from.
      float spark = colour.a * colour.a * 0.22 * pane(mirror, azimuth, -0.95, 0.24, 0.1, 0.74, 0.06);
      shine = (fresnel * reflected(mirror, azimuth, colour.a) + spark) * vOpenness;
    }
    vec3 clay = colour.rgb * (1.0 + matte * 0.10 * speck);
    gl_FragColor = vec4(clay * light + shine, 1.0);
    #include <colorspace_fragment>
  }
`

/** The surface of clay: the painted skin lit by the studio’s windows, glossy where glass lies on top. */
export function clayMaterial(skin: DataTexture, relief: DataTexture): ShaderMaterial {
  return new ShaderMaterial({
    vertexShader,
    fragmentShader,
    uniforms: {
      skin: { value: skin },
      relief: { value: relief },
      otherSkin: { value: skin },
      otherRelief: { value: relief },
      splitX: { value: -1 },
      grain: { value: 0.12 },
    },
  })
}
