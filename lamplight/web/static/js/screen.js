// The screen in the kitchen asks for itself again, and says when nobody answers.
(function () {
  "use strict";
  const lost = document.getElementById("lost");
  let heard = document.getElementById("screen").dataset.clock;

  function again() {
    fetch(location.href, { cache: "no-store" }).then(function (answer) {
      if (!answer.ok) throw new Error(String(answer.status));
      return answer.text();
    }).then(function (text) {
      const fresh = new DOMParser().parseFromString(text, "text/html").getElementById("screen");
      if (!fresh) throw new Error("another page");
      document.getElementById("screen").replaceWith(fresh);
      heard = fresh.dataset.clock;
      lost.hidden = true;
    }).catch(function () {
      lost.textContent = "No word from the server since " + heard + ". What stands here may be old.";
      lost.hidden = false;
    });
  }
  setInterval(again, 20000);
  window.addEventListener("online", again);
})();
