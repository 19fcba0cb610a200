import {
  Color,
  type Intersection,
  type Object3D,
  OrthographicCamera,
  Raycaster,
  type Scene,
  Vector2,
  WebGLRenderer,
} from 'three';

/** A canvas drawn in the page's own ink: what pictures of parts and of light have in common. Nothing on it moves unless turned. */
export function inkCanvas(canvas: HTMLCanvasElement) {
  const renderer = new WebGLRenderer({ canvas, antialias: true, alpha: true });
  const camera = new OrthographicCamera();
  const ray = new Raycaster();
  return {
    camera,
    /** A colour of the theme that the page has now. */
    tone: (name: `--${string}`, otherwise: string): Color =>
      new Color(getComputedStyle(canvas).getPropertyValue(name).trim() || otherwise),
    /** width by height of the canvas as it is laid out now */
    aspect: (): number => canvas.clientWidth / Math.max(1, canvas.clientHeight),
    /**
     * Draws a scene as large as the canvas is now.
     * @param halfMm from the middle of the picture to its upper edge
     * @param depthMm how far before and behind the middle is drawn
     * @param middle what the picture is centred on
     */
    render: (scene: Scene, halfMm: number, depthMm: number, middle: { readonly x: number; readonly y: number }) => {
      const { clientWidth: width, clientHeight: height } = canvas;
      renderer.setPixelRatio(Math.min(2, window.devicePixelRatio));
      renderer.setSize(width, height, false);
      const acrossMm = halfMm * (width / Math.max(1, height));
      Object.assign(camera, {
        left: middle.x - acrossMm,
        right: middle.x + acrossMm,
        top: middle.y + halfMm,
        bottom: middle.y - halfMm,
        near: -depthMm,
        far: depthMm,
      });
      camera.updateProjectionMatrix();
      renderer.render(scene, camera);
    },
    /** What of a body is seen at a place of the canvas, in pixels from its upper left. */
    hit: (body: Object3D, x: number, y: number): Intersection | undefined => {
      ray.setFromCamera(new Vector2((2 * x) / canvas.clientWidth - 1, 1 - (2 * y) / canvas.clientHeight), camera);
      return ray.intersectObject(body)[0];
    },
    dispose: () => renderer.dispose(),
  };
}
