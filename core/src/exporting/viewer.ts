/**
 * The script of a page that is sent to a friend: turns the figure by dragging and by the arrow keys. Triangles in mm, corners
 * counter-clockwise seen from the paper's front; what is nearest is seen (a depth buffer), each side in its colour, lit from the upper left.
 */
export const VIEWER = `
(() => {
  const canvas = document.querySelector('canvas');
  const { places, polygons, front, back } = JSON.parse(document.getElementById('figure').textContent);
  const middle = [0, 1, 2].map((i) => {
    const all = places.map((p) => p[i]);
    return (Math.min(...all) + Math.max(...all)) / 2;
  });
  const size = Math.max(...places.map((p) => Math.hypot(...p.map((v, i) => v - middle[i])))) || 1;
  let [turn, tilt] = [0.5, 0.25];
  const rgb = (hex) => [1, 3, 5].map((i) => parseInt(hex.slice(i, i + 2), 16));
  const [faces, backs] = [rgb(front), rgb(back)];
  const ground = [241, 244, 238];
  const triangles = polygons.flatMap((p) => p.slice(2).map((_, i) => [p[0], p[i + 1], p[i + 2]]));
  const draw = () => {
    // Two dots a pixel, or a screen that has them: edges come out smooth.
    const k = Math.max(2, window.devicePixelRatio || 1);
    const [w, h] = [canvas.clientWidth * k, canvas.clientHeight * k].map(Math.round);
    canvas.width = w;
    canvas.height = h;
    const [ct, st, cx, sx] = [Math.cos(turn), Math.sin(turn), Math.cos(tilt), Math.sin(tilt)];
    const scale = (0.46 * Math.min(w, h)) / size;
    const at = places.map((p) => {
      const [x, y, z] = p.map((v, i) => v - middle[i]);
      const [u, d] = [x * ct - z * st, x * st + z * ct];
      return [w / 2 + u * scale, h / 2 - (y * cx - d * sx) * scale, (y * sx + d * cx) * scale];
    });
    const g = canvas.getContext('2d');
    const image = g.createImageData(w, h);
    const dots = image.data;
    for (let i = 0; i < dots.length; i += 4) {
      [dots[i], dots[i + 1], dots[i + 2]] = ground;
      dots[i + 3] = 255;
    }
    const near = new Float32Array(w * h).fill(-1e9);
    for (const t of triangles) {
      const [a, b, c] = t.map((i) => at[i]);
      const area = (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0]);
      if (Math.abs(area) < 1e-6) continue;
      const [u, v] = [b, c].map((q) => [q[0] - a[0], a[1] - q[1], q[2] - a[2]]);
      const n = [u[1] * v[2] - u[2] * v[1], u[2] * v[0] - u[0] * v[2], u[0] * v[1] - u[1] * v[0]];
      const light = 0.66 + 0.34 * Math.min(1, Math.abs(-0.3 * n[0] + 0.6 * n[1] + 0.75 * n[2]) / Math.hypot(...n));
      const ink = (area < 0 ? faces : backs).map((x) => x * light);
      const [left, right] = [Math.min(a[0], b[0], c[0]), Math.max(a[0], b[0], c[0])];
      const [top, low] = [Math.min(a[1], b[1], c[1]), Math.max(a[1], b[1], c[1])];
      for (let y = Math.max(0, Math.ceil(top)); y <= Math.min(h - 1, low); y++)
        for (let x = Math.max(0, Math.ceil(left)); x <= Math.min(w - 1, right); x++) {
          const p = ((b[0] - x) * (c[1] - y) - (b[1] - y) * (c[0] - x)) / area;
          const q = ((c[0] - x) * (a[1] - y) - (c[1] - y) * (a[0] - x)) / area;
          if (p < 0 || q < 0 || p + q > 1) continue;
          const z = p * a[2] + q * b[2] + (1 - p - q) * c[2];
          const i = y * w + x;
          if (z <= near[i]) continue;
          near[i] = z;
          [dots[4 * i], dots[4 * i + 1], dots[4 * i + 2]] = ink;
        }
    }
    g.putImageData(image, 0, 0);
  };
  let held = null;
  canvas.addEventListener('pointerdown', (e) => {
    held = [e.clientX, e.clientY];
    canvas.setPointerCapture(e.pointerId);
  });
  canvas.addEventListener('pointermove', (e) => {
    if (!held) return;
    turn += (e.clientX - held[0]) / 140;
    tilt = Math.max(-1.5, Math.min(1.5, tilt + (e.clientY - held[1]) / 140));
    held = [e.clientX, e.clientY];
    draw();
  });
  for (const end of ['pointerup', 'pointercancel']) canvas.addEventListener(end, () => (held = null));
  canvas.addEventListener('keydown', (e) => {
    const by = { ArrowLeft: [-0.15, 0], ArrowRight: [0.15, 0], ArrowUp: [0, -0.1], ArrowDown: [0, 0.1] }[e.key];
    if (!by) return;
    e.preventDefault();
    turn += by[0];
    tilt = Math.max(-1.5, Math.min(1.5, tilt + by[1]));
    draw();
  });
  window.addEventListener('resize', draw);
  draw();
})();
`;
