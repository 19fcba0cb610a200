import {
  BufferAttribute,
  BufferGeometry,
  Color,
  DoubleSide,
  Group,
  LineDashedMaterial,
  LineLoop,
  Mesh,
  MeshBasicMaterial,
  PlaneGeometry,
  Scene,
  ShaderMaterial,
  Vector3,
} from 'three';
import { inkCanvas } from '../../scene/index.ts';

export type LightPicture = {
  readonly positions: Float32Array;
  /** at each corner, mW/cm² */
  readonly light: Float32Array;
  /** the top of the scale, mW/cm² */
  readonly topMWPerCm2: number;
  /** below this a spot is hatched: the coldest of the surface, mW/cm² */
  readonly hatchedBelowMWPerCm2: number;
  readonly leds: readonly (readonly [number, number, number])[];
  readonly tableRadiusMm: number;
};
export type LightScene = {
  readonly turn: (aroundRad: number, overRad: number) => void;
  readonly draw: () => void;
  /** the place under a point of the picture, mm on the table */
  readonly pick: (x: number, y: number) => readonly [number, number, number] | undefined;
  readonly dispose: () => void;
};

/** Steps of the scale from dark to bright; each is lighter than the one before, so that it reads in amber light too. */
export const SCALE_STOPS = {
  day: ['#101a1e', '#12465a', '#c77f0a', '#f3d68b'],
  amber: ['#1d1509', '#5b3f12', '#c98a23', '#ffe6a8'],
} as const;
const CONTOURS = 8;

const VERTEX = `
  attribute float light;
  varying float vLight;
  varying vec3 vNormal;
  void main() {
    vLight = light;
    vNormal = normalize(normalMatrix * normal);
    gl_Position = projectionMatrix * modelViewMatrix * vec4(position, 1.0);
  }`;
const FRAGMENT = `
  uniform vec3 stops[4];
  uniform float top;
  uniform float hatchedBelow;
  varying float vLight;
  varying vec3 vNormal;
  void main() {
    float share = clamp(vLight / top, 0.0, 1.0);
    float at = share * 3.0;
    vec3 tone = mix(stops[0], stops[1], clamp(at, 0.0, 1.0));
    tone = mix(tone, stops[2], clamp(at - 1.0, 0.0, 1.0));
    tone = mix(tone, stops[3], clamp(at - 2.0, 0.0, 1.0));
    float lines = share * ${CONTOURS}.0;
    float line = abs(fract(lines - 0.5) - 0.5) / max(fwidth(lines), 1e-5);
    tone = mix(stops[0], tone, 0.55 + 0.45 * clamp(line, 0.0, 1.0));
    if (vLight < hatchedBelow) {
      float stripe = mod(gl_FragCoord.x + gl_FragCoord.y, 9.0);
      if (stripe < 2.0) tone = stops[3];
    }
    float facing = 0.82 + 0.18 * abs(normalize(vNormal).z);
    gl_FragColor = vec4(tone * facing, 1.0);
  }`;

const DEPTH_MM = 2000;

/** Parts shaded by the light that each of their corners gets. */
function litBody(picture: LightPicture) {
  const geometry = new BufferGeometry();
  geometry.setAttribute('position', new BufferAttribute(picture.positions, 3));
  geometry.setAttribute('light', new BufferAttribute(picture.light, 1));
  geometry.computeVertexNormals();
  geometry.computeBoundingBox();
  const stops = [new Color(), new Color(), new Color(), new Color()];
  const skin = new ShaderMaterial({
    vertexShader: VERTEX,
    fragmentShader: FRAGMENT,
    side: DoubleSide,
    uniforms: {
      stops: { value: stops },
      top: { value: picture.topMWPerCm2 },
      hatchedBelow: { value: picture.hatchedBelowMWPerCm2 },
    },
  });
  return { mesh: new Mesh(geometry, skin), geometry, stops, box: geometry.boundingBox! };
}

/** The rim of the table, dashed. */
function tableRim(radiusMm: number) {
  const geometry = new BufferGeometry().setFromPoints(
    Array.from({ length: 96 }, (_, i) => {
      const angle = (2 * Math.PI * i) / 96;
      return new Vector3(radiusMm * Math.cos(angle), radiusMm * Math.sin(angle), 0);
    }),
  );
  const dashes = new LineDashedMaterial({ dashSize: 5, gapSize: 4 });
  const line = new LineLoop(geometry, dashes);
  line.computeLineDistances();
  return { line, geometry, dashes };
}

/** Draws placed parts shaded by the light they get, the table about them and the LEDs. Nothing moves unless turned. */
export function makeLightScene(canvas: HTMLCanvasElement, picture: LightPicture): LightScene {
  const { tone, aspect, render, hit, dispose } = inkCanvas(canvas);
  const { mesh: body, geometry, stops, box } = litBody(picture);
  const rim = tableRim(picture.tableRadiusMm);
  const ledTone = new MeshBasicMaterial();
  const square = new PlaneGeometry(4, 4);
  const chips = picture.leds.map((at) => {
    const chip = new Mesh(square, ledTone);
    chip.position.set(...at);
    return chip;
  });
  const world = new Group();
  world.add(body, rim.line, ...chips);
  world.rotation.z = 0.5;
  const tilt = new Group();
  tilt.add(world);
  tilt.rotation.x = -Math.PI / 2.6;
  const scene = new Scene();
  scene.add(tilt);
  const heightMm = box.max.z;
  const reach = Math.min(
    picture.tableRadiusMm * 1.06,
    1.25 * Math.hypot(box.max.x - box.min.x, box.max.y - box.min.y, heightMm),
  );
  const middle = new Vector3((box.max.x + box.min.x) / 2, (box.max.y + box.min.y) / 2, heightMm / 2);

  const draw = () => {
    const amber = document.documentElement.dataset.theme === 'amber';
    SCALE_STOPS[amber ? 'amber' : 'day'].forEach((stop, i) => void stops[i]!.set(stop).convertLinearToSRGB());
    rim.dashes.color = tone('--ink', '#172226');
    ledTone.color = tone('--amber', '#c77f0a');
    tilt.updateMatrixWorld(true);
    for (const chip of chips) chip.quaternion.copy(tilt.quaternion.clone().multiply(world.quaternion).invert());
    const half = Math.max(reach, (picture.tableRadiusMm * 1.04) / aspect()) * 0.85;
    render(scene, half, DEPTH_MM, world.localToWorld(middle.clone()));
  };
  draw();
  return {
    draw,
    turn: (aroundRad, overRad) => {
      world.rotation.z += aroundRad;
      tilt.rotation.x += overRad;
      draw();
    },
    pick: (x, y) => {
      const seen = hit(body, x, y);
      if (!seen) return undefined;
      const at = world.worldToLocal(seen.point.clone());
      return [at.x, at.y, at.z];
    },
    dispose: () => {
      for (const one of [geometry, rim.geometry, square]) one.dispose();
      dispose();
    },
  };
}
