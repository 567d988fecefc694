// Every answer that is no page is shown where it was asked for: inside the form that caused it; what was typed stays.
(() => {
  const $ = (selector, root = document) => root.querySelector(selector);
  const $$ = (selector, root = document) => [...root.querySelectorAll(selector)];
  const placeFor = (element) => {
    const form = element?.closest?.("form");
    return (form && ($(".dock .problem", form) || $(".problem", form))) || (form?.id && $(`.problem[data-for="${form.id}"]`)) || $("#page-problem");
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

  // The field that an answer is about is marked and entered; what is wrong with several is said beside each.
  const fieldOf = (form, name) => $$(`[name="${CSS.escape(name)}"]`, form).find((one) => one.type !== "hidden");
  const mark = (field) => field.setAttribute("aria-invalid", "true");
  const clear = (form) => {
    $$(".said-beside", form).forEach((one) => one.remove());
    $$("[aria-invalid]", form).forEach((one) => one.removeAttribute("aria-invalid"));
  };
  document.addEventListener("htmx:afterSwap", (event) => {
    const about = $("[data-code]", event.detail.target);
    if (!about) return;
    const form = event.detail.target.closest("form") || event.detail.requestConfig?.elt?.closest("form");
    if (form) clear(form);
    const marked = form ? $$("[data-beside]", about).filter((one) => {
      const field = fieldOf(form, one.dataset.beside);
      if (!field) return false;
      mark(field);
      one.classList.add("said-beside");
      one.id = `beside-${one.dataset.beside}`;
      field.setAttribute("aria-describedby", one.id);
      field.insertAdjacentElement("afterend", one);
      return true;
    }).map((one) => fieldOf(form, one.dataset.beside)) : [];
    const field = about.dataset.field && form && fieldOf(form, about.dataset.field);
    if (field) mark(field);
    if (field || marked[0]) (field || marked[0]).focus();
    else event.detail.target.scrollIntoView({ block: "nearest" });
  });
  document.addEventListener("input", (event) => {
    event.target.removeAttribute("aria-invalid");
    if (event.target.nextElementSibling?.classList.contains("said-beside")) event.target.nextElementSibling.remove();
  });

  // No answer at all: the same press again is safe, since nothing is done twice.
  const unanswered = (event) => {
    const place = placeFor(event.detail.requestConfig?.elt ?? event.detail.elt);
    if (place) place.textContent = "The server did not answer. What you typed still stands here; press again, nothing is done twice.";
  };
  ["htmx:sendError", "htmx:timeout"].forEach((kind) => document.addEventListener(kind, unanswered));

  // A page that is to be loaded again is not while somebody waits for another: what they pressed would be lost.
  document.addEventListener("htmx:beforeOnLoad", (event) => {
    const waits = $$(".htmx-request").some((one) => one !== event.detail.elt);
    if (waits && event.detail.xhr.getResponseHeader("HX-Refresh") === "true") event.preventDefault();
  });

  // A form that is on its way is not sent a second time by a second press; what goes on inside of it stops no press.
  document.addEventListener("htmx:configRequest", (event) => {
    if (event.detail.elt.matches?.("form") && event.detail.verb === "post") event.detail.elt.setAttribute("aria-busy", "true");
  });
  document.addEventListener("htmx:afterRequest", (event) => event.detail.elt.removeAttribute?.("aria-busy"));
  document.addEventListener("submit", (event) => {
    if (event.target.getAttribute("aria-busy") === "true") { event.preventDefault(); event.stopPropagation(); }
  }, true);
})();
