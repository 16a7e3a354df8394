/** The scene: solids from the server, placed in the world; drawn only when something moves. */
import {
  AmbientLight, Box3, BufferAttribute, BufferGeometry, Color, DirectionalLight, EdgesGeometry, Group, InstancedMesh, LineBasicMaterial, LineSegments,
  Matrix4, MeshLambertMaterial, PerspectiveCamera, Raycaster, Scene as Room, Vector2, Vector3, WebGLRenderer,
} from "three";
import { OrbitControls } from "three/addons/controls/OrbitControls.js";
import type { Solid } from "../api/types";

const EDGE_DEGREES = 20;
const TURN = Math.PI / 8;
const FIT_ROUNDS = 5;
/** How much of the picture the building fills. */
const FILLED = 0.92;
const ink = (name: string): string => getComputedStyle(document.documentElement).getPropertyValue(`--${name}`).trim();
const woods: Record<string, string> = { ridge: "framing", fascia: "finish", header_fascia: "finish", support: "ground", hanger: "framing" };

/** Whether this browser draws in three dimensions at all. */
export const canDraw = (): boolean => document.createElement("canvas").getContext("webgl2") !== null;

export class Scene {
  private readonly room = new Room();
  private readonly camera = new PerspectiveCamera(38, 1, 10, 200_000);
  private readonly renderer: WebGLRenderer;
  private readonly controls: OrbitControls;
  private readonly watching: ResizeObserver;
  private pieces = new Group();
  private fitted = false;

  constructor(
    private readonly place: HTMLElement,
    private readonly onPick: (id: string) => void,
  ) {
    this.renderer = new WebGLRenderer({ antialias: true });
    this.renderer.setPixelRatio(Math.min(2, devicePixelRatio));
    place.append(this.renderer.domElement);
    this.room.background = new Color(ink("card"));
    const sun = new DirectionalLight("#ffffff", 2.1);
    sun.position.set(-0.6, -1, 1.4);
    this.room.add(new AmbientLight("#ffffff", 1.5), sun, this.pieces);
    this.camera.up.set(0, 0, 1);
    this.controls = new OrbitControls(this.camera, this.renderer.domElement);
    this.controls.addEventListener("change", this.draw);
    this.watching = new ResizeObserver(() => this.resize());
    this.watching.observe(place);
    this.renderer.domElement.addEventListener("click", this.pick);
  }

  /** Put these solids into the room, each in all its places. */
  show(solids: readonly Solid[]): void {
    this.room.remove(this.pieces);
    free(this.pieces);
    this.pieces = new Group();
    const edge = new LineBasicMaterial({ color: ink("graphite") });
    for (const solid of solids) {
      const geometry = new BufferGeometry();
      geometry.setAttribute("position", new BufferAttribute(new Float32Array(solid.corners), 3));
      geometry.setIndex(solid.triangles);
      const flat = geometry.toNonIndexed();
      flat.computeVertexNormals();
      const mesh = new InstancedMesh(flat, new MeshLambertMaterial({ color: ink(woods[solid.role] ?? "pine") }), solid.frames.length);
      const edges = new EdgesGeometry(flat, EDGE_DEGREES);
      solid.frames.forEach((frame, n) => {
        const matrix = inWorld(frame);
        mesh.setMatrixAt(n, matrix);
        const lines = new LineSegments(edges, edge);
        lines.applyMatrix4(matrix);
        this.pieces.add(lines);
      });
      mesh.userData["id"] = solid.id;
      this.pieces.add(mesh);
    }
    this.room.add(this.pieces);
    if (!this.fitted && solids.length > 0) this.fit();
    this.draw();
  }

  /** Turn the view a step around the building, for keys and buttons. */
  turn(way: number): void {
    const from = this.camera.position.clone().sub(this.controls.target);
    this.camera.position.copy(from.applyAxisAngle(new Vector3(0, 0, 1), way * TURN).add(this.controls.target));
    this.controls.update();
    this.draw();
  }

  dispose(): void {
    this.watching.disconnect();
    this.controls.dispose();
    free(this.pieces);
    this.renderer.dispose();
    this.renderer.domElement.remove();
  }

  private readonly draw = (): void => this.renderer.render(this.room, this.camera);

  private fit(): void {
    const box = new Box3().setFromObject(this.pieces);
    const centre = box.getCenter(new Vector3());
    const size = box.getSize(new Vector3()).length();
    const way = new Vector3(-0.55, -0.95, 0.55).multiplyScalar(size);
    const corners = this.corners();
    this.controls.target.copy(centre);
    // As near as every corner stays in sight: a few steps bring it there.
    for (let round = 0, scale = 1; round < FIT_ROUNDS; round += 1) {
      this.camera.position.copy(centre).addScaledVector(way, scale);
      this.controls.update();
      this.camera.updateMatrixWorld();
      let out = 0;
      for (const one of corners) {
        const seen = one.clone().project(this.camera);
        out = Math.max(out, Math.abs(seen.x), Math.abs(seen.y));
      }
      scale *= Math.max(0.3, out / FILLED);
    }
    this.fitted = true;
  }

  /** Every corner of every piece, in the world. */
  private corners(): Vector3[] {
    const found: Vector3[] = [];
    const place = new Matrix4();
    for (const mesh of this.pieces.children) {
      if (!(mesh instanceof InstancedMesh)) continue;
      const at = (mesh as InstancedMesh<BufferGeometry, MeshLambertMaterial>).geometry.getAttribute("position");
      for (let n = 0; n < mesh.count; n += 1) {
        mesh.getMatrixAt(n, place);
        for (let k = 0; k < at.count; k += 1) found.push(new Vector3().fromBufferAttribute(at, k).applyMatrix4(place));
      }
    }
    return found;
  }

  private resize(): void {
    const { clientWidth, clientHeight } = this.place;
    if (clientWidth === 0 || clientHeight === 0) return;
    this.camera.aspect = clientWidth / clientHeight;
    this.camera.updateProjectionMatrix();
    this.renderer.setSize(clientWidth, clientHeight);
    this.draw();
  }

  private readonly pick = (event: MouseEvent): void => {
    const box = this.renderer.domElement.getBoundingClientRect();
    const at = new Vector2(((event.clientX - box.left) / box.width) * 2 - 1, 1 - ((event.clientY - box.top) / box.height) * 2);
    const ray = new Raycaster();
    ray.setFromCamera(at, this.camera);
    const meshes = this.pieces.children.filter((child) => child instanceof InstancedMesh);
    const id: unknown = ray.intersectObjects(meshes)[0]?.object.userData["id"];
    if (typeof id === "string") this.onPick(id);
  };
}

/** A frame (origin, x, y) as a matrix; z is square to both. */
function inWorld(frame: readonly number[]): Matrix4 {
  const at = (from: number) => new Vector3(frame[from], frame[from + 1], frame[from + 2]);
  const [origin, x, y] = [at(0), at(3), at(6)];
  return new Matrix4().makeBasis(x, y, x.clone().cross(y)).setPosition(origin);
}

function free(group: Group): void {
  group.traverse((child) => {
    if (child instanceof InstancedMesh) {
      const mesh = child as InstancedMesh<BufferGeometry, MeshLambertMaterial>;
      mesh.geometry.dispose();
      mesh.material.dispose();
      mesh.dispose();
    }
    if (child instanceof LineSegments) {
      const lines = child as LineSegments<BufferGeometry, LineBasicMaterial>;
      lines.geometry.dispose();
      lines.material.dispose();
    }
  });
}
