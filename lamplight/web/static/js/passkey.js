"use strict";
// Passkeys: asks the server what to prove, lets the phone prove it by its own lock, and sends that back.
(() => {
  const { browserSupportsWebAuthn, startAuthentication, startRegistration } = window.SimpleWebAuthnBrowser;
  const token = () => document.querySelector('meta[name="csrf-token"]').content;

  const send = async (address, body) => {
    const form = body instanceof FormData;
    const headers = { "X-CSRFToken": token(), Accept: "application/json" };
    if (!form) headers["Content-Type"] = "application/json";
    const answer = await fetch(address, { method: "POST", headers, body: form ? body : JSON.stringify(body) });
    const said = await answer.json().catch(() => ({}));
    if (!answer.ok) throw new Error(said.error || "That did not work. Load the page again.");
    return said;
  };

  const run = async (room, work) => {
    const said = room.querySelector("[data-said]");
    const button = room.querySelector("button");
    said.textContent = "";
    button.disabled = true;
    try {
      location.assign((await work()).go);
    } catch (problem) {
      const refused = ["NotAllowedError", "InvalidStateError", "AbortError"].includes(problem.name);
      said.textContent = refused ? "Your phone did not go on. Try again, or use your passphrase." : problem.message;
      button.disabled = false;
    }
  };

  const able = window.isSecureContext && browserSupportsWebAuthn();
  for (const room of document.querySelectorAll("[data-passkey]")) {
    room.hidden = !able;
    if (!able) continue;
    room.querySelector("button").addEventListener("click", (event) => {
      event.preventDefault();
      const { ask, done, passkey } = room.dataset;
      const form = room.closest("form");
      const typed = form ? Object.fromEntries(new FormData(form)) : {};
      run(room, async () => {
        if (passkey === "make") {
          const answer = await startRegistration({ optionsJSON: await send(ask, new FormData(form)) });
          return send(done, { answer, name: typed.key_name || "" });
        }
        const answer = await startAuthentication({ optionsJSON: await send(ask, {}) });
        return send(done, { answer, next: typed.next || "", trusted: Boolean(typed.trusted) });
      });
    });
  }
})();
