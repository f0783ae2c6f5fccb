import {
  AmbientLight,
  BackSide,
  BufferAttribute,
  BufferGeometry,
  DirectionalLight,
  FrontSide,
  LineBasicMaterial,
  LineSegments,
  Mesh,
  MeshLambertMaterial,
  OrthographicCamera,
  Scene,
  Vector3,
  WebGLRenderer,
} from 'three';
import { OrbitControls } from 'three/examples/jsm/controls/OrbitControls.js';
import type { Play } from '@jade/core/play';

/** How far apart two layers are drawn, and how far a whole stack may spread, in sheet sides. */
const LAYER = 0.0016;
const MOST_SPREAD = 0.012;
/** A frame slower than this makes the picture coarser before it makes the motion jump, in ms. */
const SLOW_MS = 24;
/** How far below the front view is taken from: a part of the way to the eye. */
const TILT = 0.22;
const FINEST = (): number => Math.min(2, window.devicePixelRatio);

export interface StageColours {
  readonly front: string;
  readonly back: string;
  readonly ink: string;
}

/** A motion drawn with WebGL: layers a little apart along their own normals, both paper sides in their colours. */
export class PlayStage {
  private readonly renderer: WebGLRenderer;
  private readonly scene = new Scene();
  private readonly camera = new OrthographicCamera(-1, 1, 1, -1, -10, 10);
  private readonly controls: OrbitControls;
  private readonly paper = new BufferGeometry();
  private readonly lines = new BufferGeometry();
  private readonly materials: {
    front: MeshLambertMaterial;
    back: MeshLambertMaterial;
    ink: LineBasicMaterial;
  };
  private play: Play | undefined;
  private sharpness = FINEST();
  private isMoving = false;
  private width = 1;
  private height = 1;
  /** Frames drawn since the motion was set; looked at by tests. */
  drawn = 0;

  /** Throws where the browser has no WebGL. */
  constructor(canvas: HTMLCanvasElement, colours: StageColours) {
    this.renderer = new WebGLRenderer({ canvas, antialias: true, alpha: true });
    this.materials = {
      front: new MeshLambertMaterial({ color: colours.front, side: FrontSide }),
      back: new MeshLambertMaterial({ color: colours.back, side: BackSide }),
      ink: new LineBasicMaterial({ color: colours.ink }),
    };
    for (const m of [this.materials.front, this.materials.back])
      Object.assign(m, {
        polygonOffset: true,
        polygonOffsetFactor: 1,
        polygonOffsetUnits: 1,
        flatShading: true,
      });
    const light = new DirectionalLight(0xffffff, 1.5);
    light.position.set(-0.6, 0.9, 2);
    const under = new DirectionalLight(0xffffff, 0.8);
    under.position.set(0.5, -0.6, -2);
    this.scene.add(
      new AmbientLight(0xffffff, 1.35),
      light,
      under,
      new Mesh(this.paper, this.materials.front),
      new Mesh(this.paper, this.materials.back),
      new LineSegments(this.lines, this.materials.ink),
    );
    this.controls = new OrbitControls(this.camera, canvas);
    this.controls.enablePan = false;
    this.controls.addEventListener('change', () => this.render());
  }

  resize(width: number, height: number): void {
    [this.width, this.height] = [width, height];
    this.renderer.setPixelRatio(this.sharpness);
    this.renderer.setSize(width, height, false);
    if (this.play) this.frame(this.play);
  }

  /** Takes a motion and looks at it from the front, a little from below. */
  set(play: Play): void {
    this.play = play;
    this.drawn = 0;
    const corners = play.triangles.length;
    this.paper.setAttribute('position', new BufferAttribute(new Float32Array(corners * 3), 3));
    this.paper.setAttribute('normal', new BufferAttribute(new Float32Array(corners * 3), 3));
    this.lines.setAttribute('position', new BufferAttribute(new Float32Array(play.lines.length * 6), 3));
    this.frame(play);
    this.lookFromFront();
  }

  lookFromFront(): void {
    const { target } = this.controls;
    this.camera.position.set(target.x, target.y - 4 * TILT, target.z + 4);
    this.camera.up.set(0, 1, 0);
    this.controls.update();
    this.render();
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

  /** Fits the camera round everything the motion touches. */
  private frame(play: Play): void {
    const low = [Infinity, Infinity];
    const high = [-Infinity, -Infinity];
    const every = Math.max(1, Math.floor(play.frames.length / 8));
    for (const pose of play.frames.filter((_, f) => f % every === 0 || f === play.frames.length - 1))
      for (let a = 0; a < pose.length; a += 3)
        for (const k of [0, 1] as const) {
          // Seen a little from below, paper that stands up is drawn higher or lower by a part of its height.
          const place = pose[a + k]! + (k === 1 ? pose[a + 2]! * TILT : 0);
          low[k] = Math.min(low[k]!, place);
          high[k] = Math.max(high[k]!, place);
        }
    const size = Math.max((high[1]! - low[1]!) / this.height, (high[0]! - low[0]!) / this.width);
    const half = [size * this.width * 0.56, size * this.height * 0.56];
    Object.assign(this.camera, { left: -half[0]!, right: half[0]!, top: half[1]!, bottom: -half[1]! });
    this.controls.target.set((low[0]! + high[0]!) / 2, (low[1]! + high[1]!) / 2, 0);
    this.camera.updateProjectionMatrix();
    this.controls.update();
  }

  /** Shows a moment of the motion, 0 to 1; between two frames both are mixed. */
  show(moment: number): void {
    const { play } = this;
    if (!play) return;
    const place = Math.max(0, Math.min(1, moment)) * (play.frames.length - 1);
    const [a, b] = [play.frames[Math.floor(place)]!, play.frames[Math.ceil(place)]!];
    const share = place - Math.floor(place);
    const pose = share === 0 ? a : a.map((x, i) => x + (b[i]! - x) * share);
    this.layPaper(play, pose, moment);
    this.layLines(play);
    this.render();
  }

  private layPaper(play: Play, pose: Float32Array, moment: number): void {
    const position = this.paper.getAttribute('position') as BufferAttribute;
    const normal = this.paper.getAttribute('normal') as BufferAttribute;
    const top = Math.max(1, ...play.firstRank.map(Math.abs), ...play.lastRank.map(Math.abs));
    const step = Math.min(LAYER, MOST_SPREAD / top);
    for (let t = 0; t < play.triangles.length / 3; t++) {
      const [u, v, w] = [0, 1, 2].map((k) => 3 * play.triangles[3 * t + k]!) as [number, number, number];
      const n = normalOf(pose, u, v, w);
      const rank = play.firstRank[t]! + (play.lastRank[t]! - play.firstRank[t]!) * moment;
      [u, v, w].forEach((from, k) => {
        const to = 9 * t + 3 * k;
        for (let c = 0; c < 3; c++) {
          position.array[to + c] = pose[from + c]! + n[c]! * rank * step;
          normal.array[to + c] = n[c]!;
        }
      });
    }
    position.needsUpdate = true;
    normal.needsUpdate = true;
    this.paper.computeBoundingSphere();
  }

  /** Lines lie with the layer they belong to. */
  private layLines(play: Play): void {
    const paper = this.paper.getAttribute('position') as BufferAttribute;
    const position = this.lines.getAttribute('position') as BufferAttribute;
    play.lines.forEach((side, i) => {
      const next = side % 3 === 2 ? side - 2 : side + 1;
      for (let c = 0; c < 3; c++) {
        position.array[6 * i + c] = paper.array[3 * side + c]!;
        position.array[6 * i + 3 + c] = paper.array[3 * next + c]!;
      }
    });
    position.needsUpdate = true;
    this.lines.computeBoundingSphere();
  }

  private render(): void {
    const began = performance.now();
    this.renderer.render(this.scene, this.camera);
    this.drawn++;
    if (this.isMoving && performance.now() - began > SLOW_MS && this.sharpness > 0.5)
      this.sharpen(Math.max(0.5, this.sharpness * 0.75));
  }

  /** While it moves a slow machine draws it coarser; at rest it is drawn sharp again. */
  setMoving(isMoving: boolean): void {
    this.isMoving = isMoving;
    if (isMoving || this.sharpness === FINEST()) return;
    this.sharpen(FINEST());
    this.render();
  }

  private sharpen(sharpness: number): void {
    this.sharpness = sharpness;
    this.renderer.setPixelRatio(sharpness);
    this.renderer.setSize(this.width, this.height, false);
  }

  dispose(): void {
    this.controls.dispose();
    [this.paper, this.lines].forEach((g) => g.dispose());
    Object.values(this.materials).forEach((m) => m.dispose());
    this.renderer.dispose();
  }
}

function normalOf(x: Float32Array, u: number, v: number, w: number): [number, number, number] {
  const [ax, ay, az] = [x[v]! - x[u]!, x[v + 1]! - x[u + 1]!, x[v + 2]! - x[u + 2]!];
  const [bx, by, bz] = [x[w]! - x[u]!, x[w + 1]! - x[u + 1]!, x[w + 2]! - x[u + 2]!];
  const n: [number, number, number] = [ay * bz - az * by, az * bx - ax * bz, ax * by - ay * bx];
  const size = Math.hypot(...n) || 1;
  return [n[0] / size, n[1] / size, n[2] / size];
}
