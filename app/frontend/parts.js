// The bar of a divided total: an edge that is dragged, or moved with the arrow keys, moves money between its two parts.
(() => {
  const $$ = (selector, root = document) => [...root.querySelectorAll(selector)];
  const rows = () => $$("[data-part-amount]").filter((field) => field.value.trim());
  const minorOf = (text, unit) => Math.round(Number(text.replace(/[,\s]/g, "")) * unit);
  const textOf = (minor, unit) => (minor / unit).toLocaleString("en-GB", { minimumFractionDigits: unit === 1 ? 0 : 2, maximumFractionDigits: unit === 1 ? 0 : 2 });

  // Moves money over an edge; both parts keep at least the smallest coin. Answers what was moved.
  function move(edge, delta) {
    const bar = edge.closest("[data-bar]");
    const unit = Number(bar.dataset.unit);
    const at = Number(edge.dataset.edge);
    const [left, right] = rows().slice(at, at + 2);
    if (!left || !right) return 0;
    const drawn = $$(".part-rect", bar).map((rect) => Number(rect.dataset.minor));
    const [a, b] = [left, right].map((field, i) => (/^[\d,. ]+$/.test(field.value) ? minorOf(field.value, unit) : drawn[at + i]));
    const moved = Math.max(1 - a, Math.min(b - 1, delta));
    left.value = textOf(a + moved, unit);
    right.value = textOf(b - moved, unit);
    return moved;
  }
  const settle = () => document.getElementById("part0")?.dispatchEvent(new Event("change", { bubbles: true }));
  let refocus = null;

  document.addEventListener("keydown", (event) => {
    const edge = event.target.closest?.(".edge");
    const step = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 }[event.key];
    if (!edge || !step) return;
    event.preventDefault();
    event.stopPropagation();
    const unit = Number(edge.closest("[data-bar]").dataset.unit);
    if (!move(edge, step * unit * (event.shiftKey ? 10 : 1))) return;
    refocus = edge.dataset.edge;
    settle();
  });
  // The bar comes back with each change; the edge that was held is held again.
  document.addEventListener("htmx:afterSettle", () => {
    if (refocus === null) return;
    document.querySelector(`.edge[data-edge="${refocus}"]`)?.focus();
    refocus = null;
  });

  document.addEventListener("pointerdown", (event) => {
    const edge = event.target.closest?.(".edge");
    if (!edge) return;
    event.preventDefault();
    edge.focus();
    edge.setPointerCapture(event.pointerId);
    const bar = edge.closest("[data-bar]");
    const unit = Number(bar.dataset.unit);
    const perPixel = (Number(bar.dataset.total) / Number(bar.dataset.end)) * (1190 / bar.getBoundingClientRect().width);
    const before = rows().map((field) => field.value);
    const from = event.clientX;
    const place = Number(/translate\(([\d.]+)/.exec(edge.getAttribute("transform"))[1]);
    const drag = (moving) => {
      rows().forEach((field, i) => { field.value = before[i]; });
      const moved = move(edge, Math.round(((moving.clientX - from) * perPixel) / unit) * unit);
      edge.setAttribute("transform", `translate(${place + (moved * Number(bar.dataset.end)) / Number(bar.dataset.total)} 0)`);
    };
    const drop = () => {
      edge.removeEventListener("pointermove", drag);
      refocus = edge.dataset.edge;
      settle();
    };
    edge.addEventListener("pointermove", drag);
    edge.addEventListener("pointerup", drop, { once: true });
    edge.addEventListener("pointercancel", drop, { once: true });
  });
})();
