// How a layout looks: its blocks are moved up and down, and names in braces go where one was typing.
(() => {
  const form = () => document.getElementById("look-form");
  function settle() {
    const kept = [...document.querySelectorAll("[data-block]")].filter((row) => row.querySelector("input")?.checked ?? true);
    form().elements.blocks.value = kept.map((row) => row.dataset.block).join(",");
    form().dispatchEvent(new Event("change", { bubbles: true }));
  }
  let typed = null;
  document.addEventListener("focusin", (event) => {
    if (event.target.matches("#look-form [data-own]")) typed = event.target;
  });
  document.addEventListener("click", (event) => {
    const mover = event.target.closest("[data-move]");
    if (mover) {
      const row = mover.closest("[data-block]");
      const other = mover.dataset.move === "up" ? row.previousElementSibling : row.nextElementSibling;
      if (!other) return;
      if (mover.dataset.move === "up") other.before(row);
      else other.after(row);
      mover.focus();
      settle();
    }
    const place = event.target.closest("[data-place]");
    if (place && typed?.isConnected) {
      typed.setRangeText(`{${place.dataset.place}}`, typed.selectionStart, typed.selectionEnd, "end");
      typed.focus();
      typed.dispatchEvent(new Event("change", { bubbles: true }));
    }
  });
  document.addEventListener("htmx:afterSettle", (event) => {
    if (event.detail.target.id === "sample" && form()) form().querySelector(".problem").textContent = "";
  });
  document.addEventListener("change", (event) => {
    if (event.target.matches("[data-block] input")) settle();
  });
})();
