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
  PerspectiveCamera,
  Scene,
  Vector3,
  WebGLRenderer,
} from 'three';
import { OrbitControls } from 'three/examples/jsm/controls/OrbitControls.js';
import type { Surface } from '@jade/core/shaping';
import { type Grip, angleTowards, carry, gripOf } from './grip.ts';
import { type PosePick, pickPaper } from './picking.ts';
import { groupPapers, paperOf } from './papers.ts';
import {
  BESIDE,
  EYES,
  type PoseColours,
  type PoseHands,
  type PosePaper,
  type PoseSide,
} from './poseViews.ts';

type Spot = Surface['foot'];

/** Lines of the table in mm; every fifth is stronger. */
const RULE_MM = 10;
const STRONG = 5;

/** The figure on its table, drawn with WebGL: both sides of the paper in their colours, ink edges, a rule of 10 mm. */
export class PoseStage {
  private readonly renderer: WebGLRenderer;
  private readonly scene = new Scene();
  private readonly level = new OrthographicCamera(-1, 1, 1, -1, -4000, 4000);
  private readonly eyes = new PerspectiveCamera(20, 1, 1, 200000);
  private camera: OrthographicCamera | PerspectiveCamera = this.level;
  /** Half of what is in sight at the figure, in mm. */
  private half: readonly [number, number] = [1, 1];
  private readonly controls: OrbitControls;
  private readonly paper = new BufferGeometry();
  private readonly lines = new BufferGeometry();
  private readonly support = new BufferGeometry();
  private readonly held = new BufferGeometry();
  private readonly sides: readonly Mesh[];
  private readonly table: LineSegments[] = [];
  private readonly foot: Mesh;
  private readonly materials: Readonly<
    Record<keyof PoseColours, { dispose(): void; color: { set(c: string): void } }>
  >;
  /** Ended with the stage: the canvas outlives it where the paper's colours change. */
  private readonly listening = new AbortController();
  private papers: readonly PosePaper[] = [];
  private own: readonly (readonly [MeshLambertMaterial, MeshLambertMaterial])[] = [];
  private surface: Surface | undefined;
  private hands: PoseHands | undefined;
  private dragged: { grip: Grip; from: Spot; degrees: number; startDegrees: number } | undefined;
  private hovered: string | undefined;
  private size: readonly [number, number] = [1, 1];

  /** Throws where the browser has no WebGL. */
  constructor(canvas: HTMLCanvasElement, colours: PoseColours) {
    this.renderer = new WebGLRenderer({ canvas, antialias: true, alpha: true, preserveDrawingBuffer: true });
    const front = paperOf(colours.front, FrontSide);
    const back = paperOf(colours.back, BackSide);
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
    this.sides = [new Mesh(this.paper, front), new Mesh(this.paper, back)];
    const heldLines = new LineSegments(this.held, jade);
    heldLines.renderOrder = 2;
    this.scene.add(
      new AmbientLight(0xffffff, 1.3),
      light,
      other,
      ...this.sides,
      heldLines,
      new LineSegments(this.lines, ink),
      new LineLoop(this.support, jade),
      this.foot,
    );
    this.controls = new OrbitControls(this.level, canvas);
    this.controls.enablePan = false;
    this.controls.addEventListener('change', () => this.render());
    // Before the controls, which turn the view where no part is taken hold of.
    const { signal } = this.listening;
    canvas.addEventListener('pointerdown', this.onDown, { capture: true, signal });
    canvas.addEventListener('pointermove', this.onMove, { signal });
    canvas.addEventListener('pointerup', this.onUp, { signal });
    canvas.addEventListener('pointercancel', this.onUp, { signal });
  }

  /** Gives each paper of a model of several pieces its colours; one paper where there are none. Before the figure is set. */
  paint(papers: readonly PosePaper[]): void {
    this.dropPapers();
    this.papers = papers;
    const { front, back } = this.materials;
    this.own = papers.map((p) => [paperOf(p.front, FrontSide), paperOf(p.back, BackSide)] as const);
    this.sides[0]!.material = papers.length > 0 ? this.own.map((o) => o[0]) : (front as MeshLambertMaterial);
    this.sides[1]!.material = papers.length > 0 ? this.own.map((o) => o[1]) : (back as MeshLambertMaterial);
  }

  private dropPapers(): void {
    for (const pair of this.own) for (const m of pair) m.dispose();
    this.own = [];
    this.paper.clearGroups();
  }

  /** What the pointer may take hold of. */
  handle(hands: PoseHands | undefined): void {
    this.hands = hands;
  }

  private readonly onDown = (e: PointerEvent): void => {
    const pick = this.pickAt(e);
    if (!pick || !this.hands || !this.surface || e.button !== 0) return;
    const { onPick } = this.hands;
    if (onPick) {
      e.stopImmediatePropagation();
      return onPick(pick);
    }
    const grip = gripOf(this.surface, pick.piece, this.hands.movable);
    if (!grip) return;
    e.stopImmediatePropagation();
    (e.target as Element).setPointerCapture(e.pointerId);
    const first = grip.turns.find(({ turn }) => turn.step === grip.step) ?? grip.turns[grip.held]!;
    const degrees = toDegrees(first.turn.radians);
    this.dragged = { grip, from: pick.spot, degrees, startDegrees: degrees };
  };

  private readonly onMove = (e: PointerEvent): void => {
    if (!this.dragged) return this.hover(e);
    const { grip, from, degrees, startDegrees } = this.dragged;
    const { turn, sign } = grip.turns[grip.held]!;
    const own = angleTowards(turn, from, this.pixelOf(e), this.project, sign * (degrees - startDegrees));
    const [least, most] = this.hands?.boundsOf(grip.step) ?? [-180, 180];
    const wanted = Math.max(least, Math.min(most, Math.round((startDegrees + sign * own) * 2) / 2));
    if (wanted === degrees) return;
    this.dragged = { ...this.dragged, degrees: wanted };
    this.turnParts();
    this.hands?.onDrag(grip.step, wanted);
  };

  private readonly onUp = (): void => {
    if (!this.dragged) return;
    const { grip, degrees, startDegrees } = this.dragged;
    this.dragged = undefined;
    if (degrees !== startDegrees) this.hands?.onDrop(grip.step, degrees);
  };

  /** Inks the part a press would take hold of. */
  private hover(e: PointerEvent): void {
    if (e.buttons !== 0 || !this.surface) return;
    const pick = this.hands && this.pickAt(e);
    const grip =
      pick && !this.hands!.onPick ? gripOf(this.surface, pick.piece, this.hands!.movable) : undefined;
    (e.target as HTMLElement).style.cursor = pick && this.hands!.onPick ? 'crosshair' : grip ? 'grab' : '';
    if (grip?.step === this.hovered) return;
    this.hovered = grip?.step;
    this.inkHeld();
    this.render();
  }

  private inkHeld(): void {
    const { surface } = this;
    const own = surface?.turns.filter(({ step }) => this.hands?.movable.get(step) === this.hovered) ?? [];
    const pieces = new Set(this.hovered === undefined ? [] : own.flatMap((t) => t.pieces));
    const at = this.lines.getAttribute('position');
    const inked: number[] = [];
    surface?.linePieces.forEach((piece, i) => {
      if (pieces.has(piece)) for (let k = 0; k < 6; k++) inked.push(at.array[i * 6 + k]!);
    });
    this.held.setAttribute('position', new BufferAttribute(new Float32Array(inked), 3));
    this.held.computeBoundingSphere();
  }

  /** Turns the parts that are dragged from where the last answer has them to where they are held. */
  private turnParts(): void {
    if (!this.surface || !this.dragged) return;
    const { grip, degrees } = this.dragged;
    const { triangles, lines, pieces, linePieces, turns } = this.surface;
    const moved = [new Float32Array(triangles), new Float32Array(lines)] as const;
    for (const { turn, sign } of grip.turns) {
      const own = turns.filter((t) => t.step === turn.step);
      // A row of turns (a curl) changes its shape with its amount: it waits for the engine.
      if (own.length !== 1) continue;
      const first = turns.find((t) => t.step === grip.step) ?? own[0]!;
      const by = sign * ((degrees * Math.PI) / 180 - first.radians);
      const carried = new Set(own[0]!.pieces);
      const place = (array: Float32Array, at: number): void =>
        array.set(carry(own[0]!, [array[at]!, array[at + 1]!, array[at + 2]!], by), at);
      pieces.forEach((piece, t) => {
        if (carried.has(piece)) for (let k = 0; k < 9; k += 3) place(moved[0], t * 9 + k);
      });
      linePieces.forEach((piece, t) => {
        if (carried.has(piece)) for (let k = 0; k < 6; k += 3) place(moved[1], t * 6 + k);
      });
    }
    this.paper.setAttribute('position', new BufferAttribute(moved[0], 3));
    this.lines.setAttribute('position', new BufferAttribute(moved[1], 3));
    this.paper.computeVertexNormals();
    this.inkHeld();
    this.render();
  }

  private pixelOf(e: PointerEvent): readonly [number, number] {
    const box = (e.target as Element).getBoundingClientRect();
    return [e.clientX - box.left, e.clientY - box.top];
  }

  private readonly project = ([x, y, z]: Spot): readonly [number, number] => {
    const at = new Vector3(x, y, z).project(this.camera);
    return [((at.x + 1) / 2) * this.size[0], ((1 - at.y) / 2) * this.size[1]];
  };

  /** The paper under the pointer, or a little beside it: legs and bills are narrow. */
  private pickAt(e: PointerEvent): PosePick | undefined {
    const [x, y] = this.pixelOf(e);
    for (const [dx, dy] of BESIDE) {
      const pick =
        this.surface && pickPaper(this.surface, this.sides, this.camera, this.size, [x + dx, y + dy]);
      if (pick) return pick;
    }
    return undefined;
  }

  resize(width: number, height: number): void {
    this.size = [width, height];
    this.renderer.setPixelRatio(Math.min(2, window.devicePixelRatio));
    this.renderer.setSize(width, height, false);
    if (this.surface) this.fit(this.surface);
    this.render();
  }

  /** Shows a figure; the view stays where it was, the first is taken from the front. `isPlayed` keeps its size too. */
  set(surface: Surface, isPlayed = false): void {
    const isFirst = this.surface === undefined;
    this.surface = surface;
    this.paper.setAttribute('position', new BufferAttribute(surface.triangles, 3));
    this.paper.computeVertexNormals();
    groupPapers(this.paper, this.papers, surface.triangles.length / 9);
    this.lines.setAttribute('position', new BufferAttribute(surface.lines, 3));
    this.support.setAttribute('position', new BufferAttribute(new Float32Array(surface.support.flat()), 3));
    this.foot.position.set(surface.foot[0], 0.2, surface.foot[2]);
    for (const g of [this.paper, this.lines, this.support]) g.computeBoundingSphere();
    if (this.dragged) return this.turnParts();
    if (!isPlayed) this.fit(surface);
    if (isFirst) this.look('corner');
    this.inkHeld();
    this.render();
  }

  look(side: PoseSide): void {
    const [x, y, z] = EYES[side];
    const { target } = this.controls;
    this.use(this.level);
    this.camera.up.set(0, 1, 0);
    this.camera.position.copy(target).add(new Vector3(x, y, z).normalize().multiplyScalar(1000));
    this.controls.update();
    this.render();
  }

  /**
   * Looks as somebody in the audience does: from so far in front, a little to the right, the eye so much higher than the
   * table; in mm. What is nearer looks larger.
   */
  lookFrom(distance: number, above: number): void {
    const { target } = this.controls;
    this.use(this.eyes);
    const ahead = new Vector3(...EYES.audience).normalize().multiplyScalar(distance);
    this.camera.up.set(0, 1, 0);
    this.camera.position.set(target.x + ahead.x, above, target.z + ahead.z);
    this.aim();
    this.controls.update();
    this.render();
  }

  private use(camera: OrthographicCamera | PerspectiveCamera): void {
    this.camera = camera;
    this.controls.object = camera;
    this.aim();
  }

  /** Fills the picture with the figure, from wherever it is looked at. */
  private aim(): void {
    const [across, up] = this.half;
    if (this.camera === this.level)
      Object.assign(this.level, { left: -across, right: across, top: up, bottom: -up });
    else {
      const away = Math.max(1, this.eyes.position.distanceTo(this.controls.target));
      this.eyes.fov = (2 * Math.atan(up / away) * 180) / Math.PI;
      this.eyes.aspect = across / up;
      // A narrow depth tells layers apart that lie a tenth of a millimetre above each other.
      Object.assign(this.eyes, { near: Math.max(1, away * 0.4), far: away * 2.5 });
    }
    this.camera.updateProjectionMatrix();
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
    this.half = [perPx * width * 0.5, perPx * height * 0.5];
    const way = this.camera.position.clone().sub(this.controls.target);
    this.controls.target.set(...middle);
    this.camera.position.copy(this.controls.target).add(way);
    this.aim();
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
    this.listening.abort();
    this.dropPapers();
    this.controls.dispose();
    for (const g of [this.paper, this.lines, this.support, this.held, ...this.table.map((t) => t.geometry)])
      g.dispose();
    Object.values(this.materials).forEach((m) => m.dispose());
    this.renderer.dispose();
  }
}

const toDegrees = (radians: number): number => (radians * 180) / Math.PI;
