// The benches: what is moved by hand. Each has a plain form behind it that works without this.
(function () {
  "use strict";

  function number(text) {
    const value = Number(String(text).trim().replace(",", "."));
    return Number.isFinite(value) ? value : null;
  }

  // The slide rule: the cursor follows the hand, the readings are multiples of it, and the form takes its number.
  function slideRule(rule) {
    const cursor = rule.querySelector("[data-cursor]");
    const form = document.querySelector("[data-rule-form]");
    if (!cursor || !form) return;
    const left = Number(rule.dataset.left);
    const room = Number(rule.dataset.room);
    const reach = Number(rule.dataset.reach);
    const readings = cursor.querySelectorAll("[data-factor]");
    const field = form.querySelector("[name=total]");
    const unit = form.querySelector("[name=unit]");
    const way = form.querySelector("[name=way]");
    let at = Number(cursor.dataset.cursor);

    function factor() {
      const scale = Array.from(rule.querySelectorAll("[data-unit]")).findIndex(function (one) { return one.dataset.unit === unit.value; });
      return scale < 0 ? null : Number(readings[scale].dataset.factor);
    }
    function place(dh, write) {
      at = Math.min(reach, Math.max(0, Math.round(dh * 10) / 10));
      cursor.setAttribute("transform", "translate(" + (left + room * at / reach).toFixed(1) + " 0)");
      cursor.classList.toggle("is-left", at > reach * 0.92);
      cursor.setAttribute("aria-valuenow", at.toFixed(1));
      cursor.setAttribute("aria-valuetext", at.toFixed(1) + " °dH");
      readings.forEach(function (one) {
        one.textContent = (at * Number(one.dataset.factor)).toFixed(Number(one.dataset.digits));
      });
      const own = factor();
      if (write && own) {
        way.value = "number";
        field.value = (at * own).toFixed(own > 5 ? 0 : own < 0.5 ? 2 : 1);
      }
    }
    function under(event) {
      const point = new DOMPoint(event.clientX, event.clientY).matrixTransform(rule.getScreenCTM().inverse());
      return (point.x - left) / room * reach;
    }
    const shelf = rule.parentElement;
    shelf.scrollLeft = (left + room * at / reach) * rule.clientWidth / rule.viewBox.baseVal.width - shelf.clientWidth / 2;
    rule.addEventListener("pointerdown", function (event) {
      if (event.button) return;
      const sideways = event.pointerType === "touch" && !event.target.closest("[data-cursor]");
      if (sideways) return;
      event.preventDefault();
      rule.setPointerCapture(event.pointerId);
      cursor.focus({ preventScroll: true });
      place(under(event), true);
      const follow = function (moved) { place(under(moved), true); };
      const end = function () {
        rule.removeEventListener("pointermove", follow);
        rule.removeEventListener("pointerup", end);
        rule.removeEventListener("pointercancel", end);
      };
      rule.addEventListener("pointermove", follow);
      rule.addEventListener("pointerup", end);
      rule.addEventListener("pointercancel", end);
    });
    rule.addEventListener("click", function (event) { place(under(event), true); });
    cursor.addEventListener("keydown", function (event) {
      const steps = { ArrowRight: 0.1, ArrowUp: 0.1, ArrowLeft: -0.1, ArrowDown: -0.1, PageUp: 1, PageDown: -1 };
      let to = null;
      if (event.key in steps) to = at + steps[event.key] * (event.shiftKey ? 10 : 1);
      if (event.key === "Home") to = 0;
      if (event.key === "End") to = reach;
      if (to === null) return;
      event.preventDefault();
      place(to, true);
    });
    form.addEventListener("input", function () {
      const typed = number(field.value);
      const own = factor();
      if (typed !== null && own && way.value !== "strip") place(typed / own, false);
    });
  }

  // The beaker: the mark follows the hand, the dose keeps its strength, and the form takes the number.
  function beaker(drawn) {
    const grip = drawn.querySelector(".beaker-grip");
    const form = document.querySelector("[data-mark-form]");
    if (!grip || !form) return;
    const base = Number(drawn.dataset.base);
    const top = Number(drawn.dataset.top);
    const most = Number(drawn.dataset.most);
    const full = Number(drawn.dataset.full);
    const perMl = Number(drawn.dataset.perMl);
    const step = Number(drawn.dataset.step);
    const heights = JSON.parse(drawn.dataset.heights || "[]");
    const field = form.querySelector("[name=mark]");
    const millimetres = form.querySelector("[data-says=mm]");
    let at = Number(grip.getAttribute("aria-valuenow"));

    function height(ml) {
      for (let n = 1; n < heights.length; n += 1) {
        if (ml <= heights[n][0]) {
          const share = (ml - heights[n - 1][0]) / (heights[n][0] - heights[n - 1][0]);
          return heights[n - 1][1] + share * (heights[n][1] - heights[n - 1][1]);
        }
      }
      return null;
    }
    function place(ml, write) {
      at = Math.min(full, Math.max(1, Math.round(ml)));
      grip.setAttribute("transform", "translate(0 " + (base - (base - top) * at / most).toFixed(1) + ")");
      const units = Math.max(step, Math.round(at * perMl / step) * step);
      const dose = Number(units.toFixed(2)) + " " + (units === 1 ? drawn.dataset.unitOne : drawn.dataset.unit);
      grip.querySelector("[data-says=ml]").textContent = at + " ml";
      grip.querySelector("[data-says=units]").textContent = dose;
      grip.setAttribute("aria-valuenow", String(at));
      grip.setAttribute("aria-valuetext", at + " ml, " + dose);
      if (millimetres) {
        const up = height(at);
        millimetres.textContent = up === null ? "?" : String(Math.round(up));
      }
      if (write) field.value = String(at);
    }
    function under(event) {
      const point = new DOMPoint(event.clientX, event.clientY).matrixTransform(drawn.getScreenCTM().inverse());
      return (base - point.y) / (base - top) * most;
    }
    drawn.addEventListener("pointerdown", function (event) {
      if (event.button || (event.pointerType === "touch" && !event.target.closest(".beaker-grip"))) return;
      event.preventDefault();
      drawn.setPointerCapture(event.pointerId);
      grip.focus({ preventScroll: true });
      const follow = function (moved) { place(Math.round(under(moved) / 5) * 5, true); };
      follow(event);
      const end = function () {
        drawn.removeEventListener("pointermove", follow);
        drawn.removeEventListener("pointerup", end);
        drawn.removeEventListener("pointercancel", end);
      };
      drawn.addEventListener("pointermove", follow);
      drawn.addEventListener("pointerup", end);
      drawn.addEventListener("pointercancel", end);
    });
    grip.addEventListener("keydown", function (event) {
      const steps = { ArrowUp: 5, ArrowRight: 5, ArrowDown: -5, ArrowLeft: -5, PageUp: 50, PageDown: -50 };
      let to = event.key in steps ? at + steps[event.key] : null;
      if (event.key === "Home") to = 1;
      if (event.key === "End") to = full;
      if (to === null) return;
      event.preventDefault();
      place(to, true);
    });
    field.addEventListener("input", function () {
      const typed = number(field.value);
      if (typed !== null && typed > 0) place(typed, false);
    });
  }

  document.querySelectorAll(".beaker").forEach(beaker);
  document.querySelectorAll(".slide-rule").forEach(slideRule);
})();
