// A signature drawn on the page of a quote: sent as a PNG, or typed where drawing is not possible.
(() => {
  const canvas = document.getElementById("signature");
  const form = document.getElementById("accept");
  if (!canvas || !form) return;
  const pen = canvas.getContext("2d");
  const typed = document.getElementById("typed");
  let drawn = false;
  let last = null;
  Object.assign(pen, { lineWidth: 4, lineCap: "round", lineJoin: "round", strokeStyle: "#1d2a33" });
  const place = (event) => {
    const box = canvas.getBoundingClientRect();
    return [((event.clientX - box.left) * canvas.width) / box.width, ((event.clientY - box.top) * canvas.height) / box.height];
  };
  canvas.addEventListener("pointerdown", (event) => {
    event.preventDefault();
    canvas.setPointerCapture(event.pointerId);
    last = place(event);
  });
  canvas.addEventListener("pointermove", (event) => {
    if (!last) return;
    const next = place(event);
    pen.beginPath();
    pen.moveTo(...last);
    pen.lineTo(...next);
    pen.stroke();
    last = next;
    drawn = true;
  });
  ["pointerup", "pointercancel"].forEach((kind) => canvas.addEventListener(kind, () => { last = null; }));
  document.getElementById("clear").addEventListener("click", () => {
    pen.clearRect(0, 0, canvas.width, canvas.height);
    drawn = false;
  });
  typed.addEventListener("change", () => { document.getElementById("draw").hidden = typed.checked; });
  form.addEventListener("submit", () => {
    document.getElementById("drawing").value = drawn && !typed.checked ? canvas.toDataURL("image/png") : "";
  });
})();
