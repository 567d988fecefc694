// Every answer that is no page is shown where it was asked for: inside the form that caused it; what was typed stays.
(() => {
  const $ = (selector, root = document) => root.querySelector(selector);
  const $$ = (selector, root = document) => [...root.querySelectorAll(selector)];
  const placeFor = (element) => {
    const form = element?.closest?.("form");
    return (form && $(".problem", form)) || (form?.id && $(`.problem[data-for="${form.id}"]`)) || $("#page-problem");
  };

  document.addEventListener("htmx:beforeSwap", (event) => {
    const { xhr, requestConfig } = event.detail;
    const fresh = xhr.getResponseHeader("X-Form-Token");
    if (fresh) $$("input[name=_csrf]").forEach((field) => { field.value = fresh; });
    const place = placeFor(requestConfig.elt);
    if (xhr.status < 400 || !place) return;
    event.detail.target = place;
    event.detail.selectOverride = "unset";
    event.detail.swapOverride = "innerHTML show:none";
    event.detail.shouldSwap = true;
    event.detail.isError = false;
  });
  document.addEventListener("htmx:beforeHistoryUpdate", (event) => {
    if (event.detail.xhr?.status >= 400) Object.assign(event.detail.history, { type: "replace", path: location.pathname + location.search });
  });

  // The field that an answer is about is marked and entered.
  document.addEventListener("htmx:afterSwap", (event) => {
    const about = $("[data-code]", event.detail.target);
    if (!about) return;
    const form = event.detail.target.closest("form") || event.detail.requestConfig?.elt?.closest("form");
    const field = about.dataset.field && form && $$(`[name="${CSS.escape(about.dataset.field)}"]`, form).find((one) => one.type !== "hidden");
    if (field) {
      field.setAttribute("aria-invalid", "true");
      field.focus();
    } else event.detail.target.scrollIntoView({ block: "nearest" });
  });
  document.addEventListener("input", (event) => event.target.removeAttribute("aria-invalid"));

  // No answer at all: the same press again is safe, since nothing is done twice.
  const unanswered = (event) => {
    const place = placeFor(event.detail.requestConfig?.elt ?? event.detail.elt);
    if (place) place.textContent = "The server did not answer. What you typed still stands here; press again, nothing is done twice.";
  };
  ["htmx:sendError", "htmx:timeout"].forEach((kind) => document.addEventListener(kind, unanswered));

  // A form that is on its way is not sent a second time by a second press.
  document.addEventListener("htmx:configRequest", (event) => {
    const form = event.detail.elt.closest?.("form");
    if (form && event.detail.verb === "post") form.setAttribute("aria-busy", "true");
  });
  document.addEventListener("htmx:afterRequest", (event) => event.detail.elt.closest?.("form")?.removeAttribute("aria-busy"));
  document.addEventListener("submit", (event) => {
    if (event.target.getAttribute("aria-busy") === "true") { event.preventDefault(); event.stopPropagation(); }
  }, true);
})();
