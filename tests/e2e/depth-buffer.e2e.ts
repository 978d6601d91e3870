import { readFileSync } from "node:fs";
import { expect, test } from "@playwright/test";
import fc from "fast-check";
import type { Lesson } from "#core/document/lesson";
import { type ComputedLesson, computeLesson } from "#core/document/pipeline";
import type { RecipeName } from "#core/drawing/recipes";
import { pointOn } from "#core/ground/geometry";
import { lessonWith, VIEW_KINDS } from "../property/recipe-arbitraries.ts";

/** Pixels a mm of the check picture, and how far from a border (in pixels) nothing is asked. */
const PX_PER_MM = 3;
const TOLERANCE_PX = 2;
/** Faces that slope away get this much deeper within the tolerance; what is nearer by less is neither asked. */
const SLOPE = 0.02;
/** A stroke lies on its own faces; float pixels know their depth to about this share. */
const CONTACT = 0.0005;

const SOLIDS: readonly RecipeName[] = [
  "box",
  "house",
  "stairs",
  "seat",
  "table",
  "archway",
  "lettering",
  "outline",
  "shelf",
];

/** The solids as plain triangle fans for the renderer: it knows nothing else of the lesson. */
function sceneOf(c: ComputedLesson) {
  return {
    camera: {
      x: c.view.camera.principal.xMm,
      y: c.view.camera.principal.yMm,
      d: c.view.camera.distanceMm,
      w: c.sheet.widthMm,
      h: c.sheet.heightMm,
    },
    faces: c.program.solids
      .filter((s) => s.solid.opaque)
      .flatMap((s) =>
        s.solid.faces.map((f) => ({
          normal: f.normal,
          rings: [f.corners, ...f.holes].map((ring) =>
            ring.map((name) => s.solid.corners[name] ?? [0, 0, 0]),
          ),
        })),
      ),
  };
}

/** Samples of every edge that belongs to the finished picture: where, how deep, and whether it stands there. */
function samplesOf(c: ComputedLesson) {
  return c.paper.strokes.flatMap((s) => {
    const plan = c.moves[s.moveIndex]?.stroke;
    if (s.role !== "outline" || s.trace.kind !== "straight" || plan?.plane !== "space") return [];
    const { trace } = s;
    const tail = s.pieces.find((p) => p.part === "tail")?.from ?? 1;
    const end = plan.tailTo ? Math.min(tail, 0.999) : 1;
    if (plan.tailTo && tail === 1) return [];
    return Array.from({ length: 9 }, (_, i) => ((i + 1) / 10) * end).flatMap((share) => {
      const near = s.pieces.some((p) => Math.abs(p.from - share) < 0.02 || Math.abs(p.to - share) < 0.02);
      if (near) return [];
      const p = pointOn(trace, share);
      const stands = s.pieces.some((x) => x.from < share && share < x.to && x.diesAt === null);
      return [
        {
          id: s.id,
          x: p.xMm,
          y: p.yMm,
          depth: 1 / (trace.qFrom + (trace.qTo - trace.qFrom) * share),
          stands,
        },
      ];
    });
  });
}

/** All opaque on the ground, rubbed out as it goes: depth alone decides. */
function grounded(lesson: Lesson): Lesson {
  return {
    ...lesson,
    plan: { ...lesson.plan, erase: "each-object" },
    objects: lesson.objects.map((o) => ({
      ...o,
      ...("depthSetBy" in o ? { depthSetBy: "ground" } : {}),
      ...("seeThrough" in o ? { seeThrough: false } : {}),
    })) as Lesson["objects"],
  };
}

/** Two things of random recipes in one view: the second one's own objects are laid over the first one's lesson. */
const scenes = fc.constantFrom(...VIEW_KINDS).chain((kind) =>
  fc.constantFrom(...SOLIDS).chain((a) =>
    fc.constantFrom(...SOLIDS).chain((b) =>
      fc.tuple(lessonWith(a, kind), lessonWith(b, kind)).map(([first, second]) =>
        grounded({
          ...first,
          objects: [...first.objects, ...second.objects.map((o) => ({ ...o, id: `second-${o.id}` }))],
        } as Lesson),
      ),
    ),
  ),
);

test("the visible strokes of random scenes agree with the depth buffer of three.js, to two pixels of a third of a mm", async ({
  browser,
}) => {
  const page = await browser.newPage();
  const core = readFileSync("node_modules/three/build/three.core.js", "utf8");
  const main = readFileSync("node_modules/three/build/three.module.js", "utf8");
  await page.route("http://127.0.0.1/three/**", (route) => {
    const { pathname } = new URL(route.request().url());
    const body = pathname.endsWith("core.js")
      ? core
      : pathname.endsWith("module.js")
        ? main
        : "<!doctype html>";
    return route.fulfill({ body, contentType: pathname.endsWith(".js") ? "text/javascript" : "text/html" });
  });
  await page.goto("http://127.0.0.1/three/index.html");
  let [hidden, seen] = [0, 0];
  for (const lesson of fc.sample(scenes, { numRuns: 24, seed: 20261125 })) {
    const c = computeLesson(lesson);
    const samples = samplesOf(c);
    const depths = await page.evaluate(depthsAround, {
      scene: sceneOf(c),
      pxPerMm: PX_PER_MM,
      reach: TOLERANCE_PX,
      places: samples.map((s) => ({ x: s.x, y: s.y })),
    });
    for (const [i, s] of samples.entries()) {
      const around = depths[i];
      if (!around || !(s.depth > 0)) continue;
      const nearest = around.nearest ?? Number.POSITIVE_INFINITY;
      const furthest = around.furthest ?? Number.POSITIVE_INFINITY;
      const where = `${s.id} at ${s.x.toFixed(1)}, ${s.y.toFixed(1)} (depth ${s.depth.toFixed(1)}, picture ${nearest.toFixed(1)}–${furthest.toFixed(1)})`;
      if (furthest < s.depth * (1 - SLOPE)) {
        hidden++;
        expect(s.stands, `${where} is behind everything drawn around it`).toBe(false);
      } else if (nearest > s.depth * (1 - CONTACT)) {
        seen++;
        expect(s.stands, `${where} has nothing nearer around it`).toBe(true);
      }
    }
  }
  expect(hidden).toBeGreaterThan(100);
  expect(seen).toBeGreaterThan(300);
  await page.close();
});

/**
 * Runs in the page: draws the faces with three.js and reads, for each place, the least and the greatest depth in front of
 * the eye (mm) among the pixels around it. Null is infinitely far: nothing drawn there. No answer at the picture's border.
 */
async function depthsAround({
  scene,
  pxPerMm,
  reach,
  places,
}: {
  scene: ReturnType<typeof sceneOf>;
  pxPerMm: number;
  reach: number;
  places: readonly { x: number; y: number }[];
}) {
  const address = "/three/three.module.js";
  const THREE = (await import(/* @vite-ignore */ address)) as typeof import("three");
  const { x, y, d, w, h } = scene.camera;
  const [width, height] = [Math.round(w * pxPerMm), Math.round(h * pxPerMm)];
  const renderer = new THREE.WebGLRenderer({ antialias: false });
  const target = new THREE.WebGLRenderTarget(width, height, {
    type: THREE.FloatType,
    format: THREE.RGBAFormat,
  });
  const material = new THREE.ShaderMaterial({
    side: THREE.DoubleSide,
    vertexShader:
      "varying float far; void main() { vec4 p = viewMatrix * vec4(position, 1.0); far = -p.z; gl_Position = projectionMatrix * p; }",
    fragmentShader: "varying float far; void main() { gl_FragColor = vec4(far, 0.0, 0.0, 1.0); }",
  });
  const root = new THREE.Scene();
  for (const face of scene.faces) {
    const n = new THREE.Vector3(...(face.normal as [number, number, number]));
    const u = new THREE.Vector3(Math.abs(n.x) < 0.9 ? 1 : 0, Math.abs(n.x) < 0.9 ? 0 : 1, 0)
      .cross(n)
      .normalize();
    const v = n.clone().cross(u);
    const rings = face.rings.map((ring) =>
      ring.map((p) => new THREE.Vector3(...(p as [number, number, number]))),
    );
    const flat = rings.map((ring) => ring.map((p) => new THREE.Vector2(p.dot(u), p.dot(v))));
    const all = rings.flat();
    const triangles = THREE.ShapeUtils.triangulateShape(flat[0] ?? [], flat.slice(1));
    // three.js looks down −z with y up.
    const positions = triangles.flatMap((t) =>
      t.flatMap((i) => [all[i]?.x ?? 0, -(all[i]?.y ?? 0), -(all[i]?.z ?? 0)]),
    );
    const geometry = new THREE.BufferGeometry();
    geometry.setAttribute("position", new THREE.Float32BufferAttribute(positions, 3));
    root.add(new THREE.Mesh(geometry, material));
  }
  const camera = new THREE.PerspectiveCamera();
  const near = d * 0.05;
  const k = near / d;
  camera.projectionMatrix.makePerspective(-x * k, (w - x) * k, y * k, (y - h) * k, near, d * 500);
  camera.projectionMatrixInverse.copy(camera.projectionMatrix).invert();
  renderer.setRenderTarget(target);
  renderer.setClearColor(0x000000, 0);
  renderer.clear();
  renderer.render(root, camera);
  const pixels = new Float32Array(width * height * 4);
  renderer.readRenderTargetPixels(target, 0, 0, width, height, pixels);
  renderer.dispose();
  renderer.forceContextLoss();
  return places.map((place) => {
    // The picture's rows run upward.
    const [px, py] = [Math.floor(place.x * pxPerMm), height - 1 - Math.floor(place.y * pxPerMm)];
    if (px < reach || py < reach || px >= width - reach || py >= height - reach) return null;
    let nearest = Number.POSITIVE_INFINITY;
    let furthest = 0;
    for (let dy = -reach; dy <= reach; dy++)
      for (let dx = -reach; dx <= reach; dx++) {
        const z = pixels[((py + dy) * width + px + dx) * 4] || Number.POSITIVE_INFINITY;
        nearest = Math.min(nearest, z);
        furthest = Math.max(furthest, z);
      }
    return {
      nearest: Number.isFinite(nearest) ? nearest : null,
      furthest: Number.isFinite(furthest) ? furthest : null,
    };
  });
}
