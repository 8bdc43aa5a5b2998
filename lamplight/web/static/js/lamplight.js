// What the pages do by themselves. Everything here is a convenience: each form works without it.
(function () {
  "use strict";

  document.documentElement.classList.add("has-script");

  document.addEventListener("htmx:configRequest", function (event) {
    const token = document.querySelector('meta[name="csrf-token"]');
    if (token) event.detail.headers["X-CSRFToken"] = token.content;
  });

  // After a step the eye and the screen reader go to its title.
  document.addEventListener("htmx:afterSwap", function (event) {
    const title = event.target.querySelector && document.querySelector("[data-step-title]");
    if (title && event.detail.target.id === "run") {
      document.title = title.textContent + " · Lamplight";
      title.focus({ preventScroll: true });
      window.scrollTo(0, 0);
      announce(title.textContent);
      showSound();
      stayAwake();
    }
  });

  // The present runs along the score.
  const loadedAt = performance.now();
  setInterval(function () {
    document.querySelectorAll(".score-present").forEach(function (present) {
      const gone = (performance.now() - loadedAt) / 1000;
      const width = Number(present.dataset.width);
      const room = 1 - Number(present.dataset.nowS) / Number(present.dataset.lengthS);
      const moved = Math.min(gone / Number(present.dataset.lengthS), room) * width;
      present.setAttribute("transform", "translate(" + moved.toFixed(1) + " 0)");
    });
  }, 5000);

  // The visit that is looked at is dragged to another day; what that would mean is said before it is dropped.
  document.addEventListener("pointerdown", function (event) {
    const weeks = event.target.closest && event.target.closest("[data-weeks]");
    const tag = weeks && event.target.closest(".weeks-visit");
    if (!tag || !tag.querySelector(".is-chosen")) return;
    const form = document.querySelector("[data-move]");
    const said = form.querySelector("[data-price]");
    const begun = { x: event.clientX, y: event.clientY };
    const scale = tag.ownerSVGElement.getScreenCTM().a;
    let over = null;
    let moved = false;
    event.preventDefault();
    const follow = function (at) {
      moved = moved || Math.hypot(at.clientX - begun.x, at.clientY - begun.y) > 6;
      tag.classList.add("is-dragged");
      tag.setAttribute("transform", "translate(" + (at.clientX - begun.x) / scale + " " + (at.clientY - begun.y) / scale + ")");
      tag.style.pointerEvents = "none";
      const under = document.elementFromPoint(at.clientX, at.clientY);
      const day = under && under.closest(".weeks-drop");
      if (day === over) return;
      if (over) over.classList.remove("is-over");
      over = day;
      if (over) {
        over.classList.add("is-over");
        said.textContent = over.dataset.words;
      }
    };
    const drop = function () {
      document.removeEventListener("pointermove", follow);
      document.removeEventListener("pointerup", drop);
      document.removeEventListener("pointercancel", drop);
      tag.style.pointerEvents = "";
      tag.removeAttribute("transform");
      tag.classList.remove("is-dragged");
      if (!moved || !over) return;
      tag.addEventListener("click", function (click) { click.preventDefault(); }, { once: true });
      form.querySelector("select").value = over.dataset.to;
      form.requestSubmit();
    };
    document.addEventListener("pointermove", follow);
    document.addEventListener("pointerup", drop);
    document.addEventListener("pointercancel", drop);
  });
  document.addEventListener("dragstart", function (event) {
    if (event.target.closest && event.target.closest("[data-weeks]")) event.preventDefault();
  });

  function twoDigits(count) {
    return String(count).padStart(2, "0");
  }

  // A clock counts on from the server's stamps; a reload or another screen shows the same.
  function clock(since, show) {
    return function () {
      return {
        words: "",
        timer: null,
        init() {
          const element = this.$el;
          const gone = (Date.parse(element.dataset.now) - Date.parse(element.dataset[since])) / 1000;
          const loaded = performance.now();
          const tick = () => show(this, element, gone + (performance.now() - loaded) / 1000);
          tick();
          this.timer = setInterval(tick, 1000);
        },
        destroy() {
          clearInterval(this.timer);
        },
      };
    };
  }

  function minutesAndSeconds(seconds) {
    const whole = Math.max(0, Math.round(seconds));
    return twoDigits(Math.floor(whole / 60)) + ":" + twoDigits(whole % 60);
  }

  document.addEventListener("alpine:init", function () {
    window.Alpine.data("elapsed", clock("since", function (own, _element, gone) {
      own.words = minutesAndSeconds(gone);
    }));
    window.Alpine.data("clock", clock("started", function (_own, element, gone) {
      const likely = Number(element.dataset.likely);
      element.querySelector(".dial-time").textContent = minutesAndSeconds(likely - gone);
      const ring = element.querySelector("[data-dial]");
      ring.setAttribute("stroke-dashoffset", String(100 - 100 * Math.min(1, gone / likely)));
    }));
  });

  // A run that calls: the title says so, and a sound where it was switched on. The page counts from the
  // server's stamps, so that it calls at the same moment on every screen.
  const called = new Set();

  function remembered(name) {
    try {
      return localStorage.getItem(name);
    } catch (_blocked) {
      return null;
    }
  }

  // Answers whether the browser lets us.
  function remember(name, words) {
    try {
      localStorage.setItem(name, words);
      return true;
    } catch (_blocked) {
      return false;
    }
  }

  function ring() {
    if (remembered("lamplight-sound") !== "on" || !window.AudioContext) return;
    const audio = new AudioContext();
    [0, 0.35, 0.7].forEach(function (start, n) {
      const tone = audio.createOscillator();
      const loudness = audio.createGain();
      tone.frequency.value = [660, 880, 1100][n];
      loudness.gain.setValueAtTime(0.001, audio.currentTime + start);
      loudness.gain.exponentialRampToValueAtTime(0.3, audio.currentTime + start + 0.03);
      loudness.gain.exponentialRampToValueAtTime(0.001, audio.currentTime + start + 0.32);
      tone.connect(loudness).connect(audio.destination);
      tone.start(audio.currentTime + start);
      tone.stop(audio.currentTime + start + 0.34);
    });
  }

  let aheadOfServer = null;

  function lookForCalls() {
    const first = document.querySelector("[data-calls][data-now]");
    if (first && aheadOfServer === null) aheadOfServer = Date.now() - Date.parse(first.dataset.now);
    document.querySelectorAll("[data-calls]").forEach(function (one) {
      const calls = Date.parse(one.dataset.calls);
      if (Number.isNaN(calls) || Date.now() - aheadOfServer < calls) return;
      const state = one.querySelector("[data-call-state]");
      if (state && state.textContent.indexOf("calls about") === 0) state.textContent = "waits for you";
      const name = one.dataset.callWords + one.dataset.calls;
      if (called.has(name)) return;
      called.add(name);
      // What waited already when the page came is said on the page; only a fresh call rings.
      if (Date.parse(one.dataset.now) >= calls) return;
      document.title = "● " + one.dataset.callWords + " calls";
      announce(one.dataset.callWords + " calls");
      ring();
    });
  }
  // At once as well: the server's time on the page is the moment that it was sent.
  lookForCalls();
  setInterval(lookForCalls, 1000);

  function announce(words) {
    const place = document.getElementById("announcer");
    if (place) place.textContent = words;
  }

  // The screen stays awake while a run is open, where the browser can do that.
  let awake = null;

  function stayAwake() {
    if (!document.querySelector("[data-run] .run-buttons") || !navigator.wakeLock || document.hidden) return;
    navigator.wakeLock.request("screen").then(function (lock) { awake = lock; }, function () { awake = null; });
  }
  document.addEventListener("visibilitychange", function () { if (!awake || awake.released) stayAwake(); });

  // A lost connection: the clock goes on, the page says that the step is not saved, and sends it again.
  // A choice lies on the button that was pressed, so that is kept with its form.
  let unsent = null;
  let pressed = null;

  function sayUnsent(words, offersReload) {
    const place = document.getElementById("unsent");
    if (!place) return;
    place.hidden = !words;
    place.textContent = words;
    if (!words || !offersReload) return;
    const again = document.createElement("a");
    again.href = location.href;
    again.className = "button small";
    again.textContent = "Load the page again";
    place.append(" ", again);
  }

  // An answer that is no part of the page, such as a refusal: its words are said, the page stays as it is.
  document.addEventListener("htmx:responseError", function (event) {
    const answer = event.detail.xhr;
    const page = new DOMParser().parseFromString(answer.responseText, "text/html");
    const told = Array.from(page.querySelectorAll('[role="alert"] h1, [role="alert"] p'), function (part) {
      return part.textContent.trim().replace(/([^.!?])$/, "$1.");
    });
    sayUnsent(told.join(" ") || "That did not work (" + answer.status + "). Nothing was saved.", true);
    enableButtons(event.detail.elt);
  });

  document.addEventListener("htmx:afterRequest", function (event) {
    if (event.detail.successful) sayUnsent("");
  });

  function enableButtons(element) {
    const form = element.closest("form");
    if (form) form.querySelectorAll("button").forEach(function (button) { button.disabled = false; });
  }

  function noConnection(event) {
    const form = event.detail.elt.closest("form[hx-post]");
    const touched = event.detail.requestConfig.triggeringEvent;
    if (window.lamplightKeeps && window.lamplightKeeps(form, touched && touched.submitter)) {
      enableButtons(form);
      return;
    }
    if (!form || !form.closest("[data-run]")) {
      sayUnsent("No connection. Nothing was saved; try again when it is back.");
      enableButtons(event.detail.elt);
      return;
    }
    unsent = form;
    const cause = event.detail.requestConfig.triggeringEvent;
    pressed = (cause && cause.submitter) || null;
    sayUnsent("No connection. This step is not saved yet; the clock goes on. It is sent again as soon as the connection is back.");
    enableButtons(form);
  }
  document.addEventListener("htmx:sendError", noConnection);
  document.addEventListener("htmx:timeout", noConnection);

  function sendAgain() {
    if (!unsent || !document.body.contains(unsent)) {
      unsent = null;
      return;
    }
    const form = unsent;
    fetch("/healthz").then(function (answer) {
      if (!answer.ok || unsent !== form) return;
      unsent = null;
      sayUnsent("");
      form.requestSubmit(pressed);
    }, function () { /* still away */ });
  }
  window.addEventListener("online", sendAgain);
  setInterval(function () { if (unsent) sendAgain(); }, 3000);

  function keysOff() {
    return remembered("lamplight-keys") === "off";
  }

  function isControl(element) {
    const control = element.closest && element.closest("input, select, textarea, [contenteditable]");
    return Boolean(control) && !["checkbox", "radio"].includes(control.type);
  }

  function press(selector) {
    const found = document.querySelector(selector);
    if (found) found.click();
    return found !== null;
  }

  function showKeys() {
    const sheet = document.getElementById("keys");
    if (sheet && !sheet.open) sheet.showModal();
    return true;
  }

  function find() {
    const field = document.querySelector("[data-find]");
    if (field) field.focus();
    else location.assign("/machines#find");
    return true;
  }

  function note() {
    const summary = document.querySelector("[data-note]");
    if (!summary) return false;
    summary.parentElement.open = true;
    document.getElementById("text-note").focus();
    return true;
  }

  function done() {
    const button = document.querySelector("[data-done]");
    if (!button) return false;
    const ticked = button.form.querySelector('input[name="job"]:checked');
    if (ticked) button.click();
    else button.form.querySelector('input[name="job"]').focus();
    return true;
  }

  // On a machine's page its own panel, elsewhere all of them.
  function lamps() {
    const own = location.pathname.match(/^\/machines\/(\d+)$/);
    location.assign(own ? "/lamps/" + own[1] : "/lamps");
    return true;
  }

  function go(address) {
    return function () {
      location.assign(address);
      return true;
    };
  }

  const actions = {
    r: go("/readings"),
    l: lamps,
    n: function () { return press("[data-next]"); },
    "/": find,
    "?": showKeys,
    o: note,
    d: done,
  };

  document.addEventListener("keydown", function (event) {
    if (event.key === "Escape" && isControl(event.target)) {
      event.target.blur();
      return;
    }
    if (event.ctrlKey || event.metaKey || event.altKey || isControl(event.target) || keysOff()) return;
    if (document.querySelector("dialog[open]")) return;
    const onControl = event.target.closest("button, a, summary, input");
    let done = false;
    if (/^[1-8]$/.test(event.key)) done = press('.dock [data-digit="' + event.key + '"]');
    else if (event.key === " " && !onControl && !event.repeat) done = press("[data-space]");
    else if (actions[event.key]) done = actions[event.key]();
    if (done) event.preventDefault();
  });

  // On the sheet Enter goes down, and saves from the last line.
  document.addEventListener("keydown", function (event) {
    if (event.key !== "Enter" || !event.target.matches("[data-down]")) return;
    const fields = Array.from(document.querySelectorAll("[data-down]"));
    const next = fields[fields.indexOf(event.target) + 1];
    event.preventDefault();
    if (next) next.focus();
    else event.target.form.querySelector("button.primary").focus();
  });

  document.addEventListener("click", function (event) {
    const target = event.target.closest("[data-open-keys], [data-print], [data-take]");
    if (!target) return;
    if (target.hasAttribute("data-open-keys")) showKeys();
    if (target.hasAttribute("data-print")) window.print();
    if (target.hasAttribute("data-take")) take(target);
  });

  // The editor of kinds: numbers beside the lines, and a leap to the line of a mistake.
  function numberLines(area) {
    const lines = area.value.split("\n").length;
    const numbers = area.parentElement.querySelector(".line-numbers");
    numbers.textContent = Array.from({ length: lines }, function (_nothing, n) { return n + 1; }).join("\n");
    area.rows = Math.max(lines, 20);
  }

  document.addEventListener("input", function (event) {
    if (event.target.closest("[data-numbered]")) numberLines(event.target);
  });

  function goToLine(number) {
    const area = document.querySelector("[data-numbered] textarea");
    const before = area.value.split("\n").slice(0, number - 1).join("\n").length;
    const start = before + (number > 1 ? 1 : 0);
    const end = area.value.indexOf("\n", start);
    area.focus();
    area.setSelectionRange(start, end < 0 ? area.value.length : end);
    area.parentElement.scrollTop = (number - 5) * area.scrollHeight / area.rows;
  }

  document.addEventListener("click", function (event) {
    const link = event.target.closest("[data-line]");
    if (link) goToLine(Number(link.dataset.line));
  });

  function take(button) {
    const field = document.getElementById(button.dataset.into) || document.getElementById("value");
    field.value = button.dataset.take;
    field.dispatchEvent(new Event("input", { bubbles: true }));
    field.focus();
  }

  document.addEventListener("change", function (event) {
    const box = event.target;
    if (box.matches("[data-keys-off]") && !remember("lamplight-keys", box.checked ? "off" : "on")) box.checked = false;
    if (event.target.matches("[data-how]")) showWanted(event.target);
    if (box.matches("[data-sound]")) {
      if (!remember("lamplight-sound", box.checked ? "on" : "off")) box.checked = false;
      if (box.checked) ring();
    }
    const form = event.target.closest("[data-submit-on-change]");
    if (form) (form.form || form).requestSubmit();
  });

  function showSound() {
    const sound = document.querySelector("[data-sound]");
    if (sound) sound.checked = remembered("lamplight-sound") === "on";
  }

  function showWanted(select) {
    const row = select.parentElement;
    row.querySelectorAll("[data-when]").forEach(function (field) {
      field.hidden = field.dataset.when !== select.value;
    });
  }

  // A form is sent once, however often its button is hit.
  document.addEventListener("submit", function (event) {
    if (event.target.method !== "post" || event.target.hasAttribute("hx-post")) return;
    if (event.target.dataset.sent) event.preventDefault();
    event.target.dataset.sent = "yes";
  });
  window.addEventListener("pageshow", function () {
    document.querySelectorAll("form[data-sent]").forEach(function (form) { delete form.dataset.sent; });
  });

  document.addEventListener("DOMContentLoaded", function () {
    document.querySelectorAll("[data-how]").forEach(showWanted);
    const area = document.querySelector("[data-numbered] textarea");
    if (area) numberLines(area);
    const box = document.querySelector("[data-keys-off]");
    if (box) box.checked = keysOff();
    showSound();
    stayAwake();
    if (location.hash === "#find" && document.querySelector("[data-find]")) document.querySelector("[data-find]").focus();
  });
})();
