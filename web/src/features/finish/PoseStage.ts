import {
  AmbientLight,
  BackSide,
  BufferAttribute,
  BufferGeometry,
  CircleGeometry,
  DirectionalLight,
  FrontSide,
  LineBasicMaterial,
  LineLoop,
  LineSegments,
  Mesh,
  MeshBasicMaterial,
  MeshLambertMaterial,
  OrthographicCamera,
  Scene,
  Vector3,
  WebGLRenderer,
} from 'three';
import { OrbitControls } from 'three/examples/jsm/controls/OrbitControls.js';
import type { Surface } from '@jade/core/shaping';

export interface PoseColours {
  readonly front: string;
  readonly back: string;
  readonly ink: string;
  readonly rule: string;
  readonly jade: string;
}

export type PoseSide = 'front' | 'side' | 'above' | 'behind' | 'corner';

/** Where each named view is taken from: to the right, up and towards the viewer. */
const EYES: Readonly<Record<PoseSide, readonly [number, number, number]>> = {
  front: [0, 0.12, 1],
  side: [1, 0.12, 0.0001],
  above: [0, 1, 0.0001],
  behind: [0, 0.12, -1],
  corner: [0.75, 0.4, 0.9],
};

/** Lines of the table in mm; every fifth is stronger. */
const RULE_MM = 10;
const STRONG = 5;

/** The figure on its table, drawn with WebGL: both sides of the paper in their colours, ink edges, a rule of 10 mm. */
export class PoseStage {
  private readonly renderer: WebGLRenderer;
  private readonly scene = new Scene();
  private readonly camera = new OrthographicCamera(-1, 1, 1, -1, -4000, 4000);
  private readonly controls: OrbitControls;
  private readonly paper = new BufferGeometry();
  private readonly lines = new BufferGeometry();
  private readonly support = new BufferGeometry();
  private readonly table: LineSegments[] = [];
  private readonly foot: Mesh;
  private readonly materials: Readonly<
    Record<keyof PoseColours, { dispose(): void; color: { set(c: string): void } }>
  >;
  private surface: Surface | undefined;
  private size: readonly [number, number] = [1, 1];

  /** Throws where the browser has no WebGL. */
  constructor(canvas: HTMLCanvasElement, colours: PoseColours) {
    this.renderer = new WebGLRenderer({ canvas, antialias: true, alpha: true, preserveDrawingBuffer: true });
    const front = new MeshLambertMaterial({ color: colours.front, side: FrontSide, flatShading: true });
    const back = new MeshLambertMaterial({ color: colours.back, side: BackSide, flatShading: true });
    for (const m of [front, back])
      Object.assign(m, { polygonOffset: true, polygonOffsetFactor: 1, polygonOffsetUnits: 1 });
    const ink = new LineBasicMaterial({ color: colours.ink });
    const rule = new LineBasicMaterial({ color: colours.rule });
    const jade = new LineBasicMaterial({ color: colours.jade });
    this.materials = { front, back, ink, rule, jade };
    const light = new DirectionalLight(0xffffff, 1.5);
    light.position.set(-0.7, 1.4, 1.6);
    const other = new DirectionalLight(0xffffff, 0.7);
    other.position.set(0.8, 0.5, -1.5);
    this.foot = new Mesh(new CircleGeometry(2, 24), new MeshBasicMaterial({ color: colours.jade }));
    this.foot.rotation.x = -Math.PI / 2;
    this.scene.add(
      new AmbientLight(0xffffff, 1.3),
      light,
      other,
      new Mesh(this.paper, front),
      new Mesh(this.paper, back),
      new LineSegments(this.lines, ink),
      new LineLoop(this.support, jade),
      this.foot,
    );
    this.controls = new OrbitControls(this.camera, canvas);
    this.controls.enablePan = false;
    this.controls.addEventListener('change', () => this.render());
  }

  resize(width: number, height: number): void {
    this.size = [width, height];
    this.renderer.setPixelRatio(Math.min(2, window.devicePixelRatio));
    this.renderer.setSize(width, height, false);
    if (this.surface) this.fit(this.surface);
    this.render();
  }

  /** Shows a figure; the view stays where it was, the first is taken from the front. */
  set(surface: Surface): void {
    const isFirst = this.surface === undefined;
    this.surface = surface;
    this.paper.setAttribute('position', new BufferAttribute(surface.triangles, 3));
    this.paper.computeVertexNormals();
    this.lines.setAttribute('position', new BufferAttribute(surface.lines, 3));
    this.support.setAttribute('position', new BufferAttribute(new Float32Array(surface.support.flat()), 3));
    this.foot.position.set(surface.foot[0], 0.2, surface.foot[2]);
    for (const g of [this.paper, this.lines, this.support]) g.computeBoundingSphere();
    this.fit(surface);
    if (isFirst) this.look('corner');
    this.render();
  }

  look(side: PoseSide): void {
    const [x, y, z] = EYES[side];
    const { target } = this.controls;
    this.camera.up.set(0, 1, 0);
    this.camera.position.copy(target).add(new Vector3(x, y, z).normalize().multiplyScalar(1000));
    this.controls.update();
    this.render();
  }

  /** Where the figure is seen from, as a direction from it; not quite from above, where up has no direction. */
  eye(): readonly [number, number, number] {
    const way = this.camera.position.clone().sub(this.controls.target).normalize();
    return [way.x, Math.max(-0.98, Math.min(0.98, way.y)), way.z];
  }

  /** Turns the view by steps of the keyboard, in degrees. */
  turn(sideways: number, up: number): void {
    const { target } = this.controls;
    const way = this.camera.position.clone().sub(target);
    way.applyAxisAngle(new Vector3(0, 1, 0), (sideways * Math.PI) / 180);
    const across = new Vector3(0, 1, 0).cross(way).normalize();
    way.applyAxisAngle(across, (up * Math.PI) / 180);
    this.camera.position.copy(target).add(way);
    this.controls.update();
    this.render();
  }

  /** Fits the view to the figure whichever way it is turned, and lays the table under it. */
  private fit({ triangles }: Surface): void {
    const [low, high] = [
      [Infinity, Infinity, Infinity],
      [-Infinity, -Infinity, -Infinity],
    ];
    for (let i = 0; i < triangles.length; i++) {
      const k = i % 3;
      low[k] = Math.min(low[k]!, triangles[i]!);
      high[k] = Math.max(high[k]!, triangles[i]!);
    }
    const middle = [0, 1, 2].map((k) => (low[k]! + high[k]!) / 2) as [number, number, number];
    const across = Math.hypot(high[0]! - low[0]!, high[2]! - low[2]!);
    const tall = high[1]! - low[1]!;
    const [width, height] = this.size;
    const perPx = Math.max((across * 1.12) / width, (tall + across * 0.5) / height);
    const half = [perPx * width * 0.5, perPx * height * 0.5];
    Object.assign(this.camera, { left: -half[0]!, right: half[0]!, top: half[1]!, bottom: -half[1]! });
    const way = this.camera.position.clone().sub(this.controls.target);
    this.controls.target.set(...middle);
    this.camera.position.copy(this.controls.target).add(way);
    this.camera.updateProjectionMatrix();
    this.controls.update();
    this.layTable(Math.ceil((across * 0.6) / RULE_MM) * RULE_MM);
  }

  private layTable(reach: number): void {
    for (const old of this.table.splice(0)) {
      this.scene.remove(old);
      old.geometry.dispose();
    }
    for (const isStrong of [false, true]) {
      const places: number[] = [];
      for (let at = -reach; at <= reach; at += RULE_MM) {
        if ((Math.round(at / RULE_MM) % STRONG === 0) !== isStrong) continue;
        places.push(at, 0, -reach, at, 0, reach, -reach, 0, at, reach, 0, at);
      }
      const geometry = new BufferGeometry();
      geometry.setAttribute('position', new BufferAttribute(new Float32Array(places), 3));
      const material = this.materials.rule as LineBasicMaterial;
      const own = material.clone();
      Object.assign(own, { transparent: true, opacity: isStrong ? 0.9 : 0.35 });
      const lines = new LineSegments(geometry, own);
      this.table.push(lines);
      this.scene.add(lines);
    }
  }

  private render(): void {
    this.renderer.render(this.scene, this.camera);
  }

  dispose(): void {
    this.controls.dispose();
    for (const g of [this.paper, this.lines, this.support, ...this.table.map((t) => t.geometry)]) g.dispose();
    Object.values(this.materials).forEach((m) => m.dispose());
    this.renderer.dispose();
  }
}
