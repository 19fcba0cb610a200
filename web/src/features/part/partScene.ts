import {
  AmbientLight,
  BufferAttribute,
  BufferGeometry,
  Color,
  DirectionalLight,
  DoubleSide,
  EdgesGeometry,
  Group,
  LineBasicMaterial,
  LineSegments,
  Mesh,
  MeshLambertMaterial,
  Scene,
  ShaderMaterial,
  Vector3,
} from 'three';
import { inkCanvas } from '../../scene/index.ts';

export type PartPicture = {
  readonly positions: Float32Array;
  readonly shell: Int32Array;
  /** wall under each triangle, mm */
  readonly wall?: Float32Array | undefined;
  /** outsides of pockets and cavities */
  readonly pocketSkin?: Float32Array | undefined;
  /** shells drawn as supports */
  readonly supports: readonly number[];
};
export type PartScene = {
  /** where a place of the file lies on the picture now, px from its corner */
  readonly place: (at: readonly [number, number, number]) => readonly [x: number, y: number];
  /** what lies under a point of the picture, px from its corner: which shell, and where in the file's own axes */
  readonly pick: (
    x: number,
    y: number,
  ) => { readonly shell: number; readonly at: readonly [number, number, number] } | undefined;
  readonly turn: (aroundRad: number, overRad: number) => void;
  readonly draw: () => void;
  readonly dispose: () => void;
};
const EDGE_ANGLE_DEG = 30;
/** Above this the edges are left out: they would be all one sees. */
const EDGES_UP_TO_TRIANGLES = 60_000;

const CENTRE = { x: 0, y: 0 };

/** Draws a mesh in paper tones with ink edges. Nothing moves unless turned. */
export function makePartScene(canvas: HTMLCanvasElement, picture: PartPicture): PartScene {
  const { positions } = picture;
  const { tone, render, hit, camera, dispose } = inkCanvas(canvas);
  const geometry = new BufferGeometry();
  geometry.setAttribute('position', new BufferAttribute(positions, 3));
  geometry.computeVertexNormals();
  geometry.computeBoundingSphere();
  const middle = geometry.boundingSphere?.center.clone() ?? new Vector3();
  geometry.translate(-middle.x, -middle.y, -middle.z);
  const isSupport = new Set(picture.supports);
  const shade = new Float32Array(positions.length);
  geometry.setAttribute('color', new BufferAttribute(shade, 3));
  const radius = geometry.boundingSphere?.radius ?? 1;
  const skin = new MeshLambertMaterial({ side: DoubleSide, vertexColors: true });
  const ink = new LineBasicMaterial();
  const part = new Group();
  const body = new Mesh(geometry, skin);
  part.add(body);
  const hollow = picture.pocketSkin && pocketMesh(picture.pocketSkin, middle);
  if (hollow) part.add(hollow.mesh);
  const edges = positions.length / 9 <= EDGES_UP_TO_TRIANGLES ? new EdgesGeometry(geometry, EDGE_ANGLE_DEG) : undefined;
  if (edges) part.add(new LineSegments(edges, ink));
  part.rotation.set(-Math.PI / 2.9, 0, Math.PI / 5);
  const sun = new DirectionalLight(0xffffff, 2.2);
  sun.position.set(1, 2, 1.5);
  const scene = new Scene();
  scene.add(part, sun, new AmbientLight(0xffffff, 1.1));

  const draw = () => {
    paint(shade, picture, isSupport, {
      part: tone('--line', '#cbc5b8'),
      support: tone('--sea-2', '#2f6f86'),
      thin: tone('--amber', '#c77f0a'),
    });
    geometry.attributes.color!.needsUpdate = true;
    ink.color = tone('--ink', '#172226');
    hollow?.tint(tone('--sea', '#12465a'));
    render(scene, radius * 1.12, radius * 4, CENTRE);
  };
  draw();
  return {
    draw,
    place: ([x, y, z]) => {
      part.updateMatrixWorld();
      const at = part.localToWorld(new Vector3(x, y, z).sub(middle)).project(camera);
      return [((at.x + 1) / 2) * canvas.clientWidth, ((1 - at.y) / 2) * canvas.clientHeight];
    },
    pick: (x, y) => {
      const seen = hit(body, x, y);
      if (seen?.faceIndex === undefined || seen.faceIndex === null) return undefined;
      const at = part.worldToLocal(seen.point.clone()).add(middle);
      return { shell: picture.shell[seen.faceIndex] ?? -1, at: [at.x, at.y, at.z] };
    },
    turn: (aroundRad, overRad) => {
      part.rotation.z += aroundRad;
      part.rotation.x += overRad;
      draw();
    },
    dispose: () => {
      geometry.dispose();
      edges?.dispose();
      hollow?.mesh.geometry.dispose();
      dispose();
    },
  };
}

/** Hollows are hatched and seen through the walls, so that the hatch lies over the shade of whatever is before them. */
function pocketMesh(skin: Float32Array, middle: Vector3) {
  const geometry = new BufferGeometry();
  geometry.setAttribute('position', new BufferAttribute(skin, 3));
  geometry.translate(-middle.x, -middle.y, -middle.z);
  const colour = new Color();
  const material = new ShaderMaterial({
    uniforms: { colour: { value: colour } },
    vertexShader: 'void main() { gl_Position = projectionMatrix * modelViewMatrix * vec4(position, 1.0); }',
    fragmentShader: `uniform vec3 colour;
      void main() {
        if (mod(gl_FragCoord.x + gl_FragCoord.y, 7.0) > 1.8) discard;
        gl_FragColor = vec4(colour, 1.0);
      }`,
    depthTest: false,
    side: DoubleSide,
  });
  const mesh = new Mesh(geometry, material);
  mesh.renderOrder = 1;
  return { mesh, tint: (tone: Color) => void colour.copy(tone).convertLinearToSRGB() };
}

type Tones = { readonly part: Color; readonly support: Color; readonly thin: Color };
/** Walls are shaded from here on down, darkest at a quarter of it. */
const SHADED_FROM_MM = 2;

/** Paints each triangle as support, or as part: the thinner its wall, the nearer to amber. */
function paint(shade: Float32Array, { shell, wall }: PartPicture, isSupport: ReadonlySet<number>, tones: Tones): void {
  const tone = new Color();
  for (let corner = 0; corner < shade.length / 3; corner++) {
    const triangle = Math.floor(corner / 3);
    const thin = wall ? Math.min(1, Math.max(0, (SHADED_FROM_MM - wall[triangle]!) / (0.75 * SHADED_FROM_MM))) : 0;
    if (isSupport.has(shell[triangle]!)) tone.copy(tones.support);
    else tone.copy(tones.part).lerp(tones.thin, thin);
    tone.toArray(shade, corner * 3);
  }
}
