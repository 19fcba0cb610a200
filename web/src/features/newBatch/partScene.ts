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
  OrthographicCamera,
  Scene,
  WebGLRenderer,
} from 'three';

export type PartScene = {
  readonly turn: (aroundRad: number, overRad: number) => void;
  readonly draw: () => void;
  readonly dispose: () => void;
};
const EDGE_ANGLE_DEG = 30;
/** Above this the edges are left out: they would be all one sees. */
const EDGES_UP_TO_TRIANGLES = 60_000;

/** Draws a mesh in paper tones with ink edges. Nothing moves unless turned. */
export function makePartScene(canvas: HTMLCanvasElement, positions: Float32Array): PartScene {
  const renderer = new WebGLRenderer({ canvas, antialias: true, alpha: true });
  const geometry = new BufferGeometry();
  geometry.setAttribute('position', new BufferAttribute(positions, 3));
  geometry.computeVertexNormals();
  geometry.computeBoundingSphere();
  geometry.center();
  const radius = geometry.boundingSphere?.radius ?? 1;
  const skin = new MeshLambertMaterial({ side: DoubleSide });
  const ink = new LineBasicMaterial();
  const part = new Group();
  part.add(new Mesh(geometry, skin));
  const edges = positions.length / 9 <= EDGES_UP_TO_TRIANGLES ? new EdgesGeometry(geometry, EDGE_ANGLE_DEG) : undefined;
  if (edges) part.add(new LineSegments(edges, ink));
  part.rotation.set(-Math.PI / 2.9, 0, Math.PI / 5);
  const sun = new DirectionalLight(0xffffff, 2.2);
  sun.position.set(1, 2, 1.5);
  const scene = new Scene();
  scene.add(part, sun, new AmbientLight(0xffffff, 1.1));
  const camera = new OrthographicCamera();

  const draw = () => {
    const style = getComputedStyle(canvas);
    skin.color = new Color(style.getPropertyValue('--line').trim() || '#cbc5b8');
    ink.color = new Color(style.getPropertyValue('--ink').trim() || '#172226');
    const { clientWidth: width, clientHeight: height } = canvas;
    renderer.setPixelRatio(Math.min(2, window.devicePixelRatio));
    renderer.setSize(width, height, false);
    const half = radius * 1.12;
    const aspect = width / Math.max(1, height);
    Object.assign(camera, {
      left: -half * aspect,
      right: half * aspect,
      top: half,
      bottom: -half,
      near: -radius * 4,
      far: radius * 4,
    });
    camera.updateProjectionMatrix();
    renderer.render(scene, camera);
  };
  draw();
  return {
    draw,
    turn: (aroundRad, overRad) => {
      part.rotation.z += aroundRad;
      part.rotation.x += overRad;
      draw();
    },
    dispose: () => {
      geometry.dispose();
      edges?.dispose();
      renderer.dispose();
    },
  };
}
