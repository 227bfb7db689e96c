(function () {
  "use strict";
  var box = document.getElementById("look"), count = document.getElementById("count"), nav = document.querySelector("nav");
  var fold = function (text) { return text.normalize("NFD").replace(/[\u0300-\u036f]/g, "").toLowerCase(); };
  var sheets = Array.prototype.map.call(document.querySelectorAll("article"), function (a) {
    var title = fold(a.querySelector("h2").textContent), body = fold(a.textContent);
    return { at: a, title: title, body: body, bare: body.replace(/[^a-z0-9]+/g, " ") };
  });
  var known = {};
  sheets.forEach(function (s) { s.bare.split(" ").forEach(function (w) { known[w] = true; }); });
  var words = Object.keys(known);
  /* one letter too many, too few, another one, or two the wrong way round */
  var near = function (a, b) {
    var d = a.length - b.length, i = 0, j = 0;
    if (d > 1 || d < -1 || a[0] !== b[0]) return false;
    while (i < a.length && i < b.length && a[i] === b[i]) i++;
    while (j < a.length - i && j < b.length - i && a[a.length - 1 - j] === b[b.length - 1 - j]) j++;
    var left = Math.max(a.length, b.length) - i - j;
    return left <= 1 || (left === 2 && d === 0 && a[i] === b[i + 1] && a[i + 1] === b[i]);
  };
  var meant = function (word) {
    var bare = word.replace(/[^a-z0-9]+/g, " ").trim(), all = [word, bare];
    if (bare.length > 3 && !words.some(function (w) { return w.indexOf(bare) === 0; }) && bare.indexOf(" ") < 0)
      all = all.concat(words.filter(function (w) { return near(w, bare); }));
    return all;
  };
  var look = function () {
    var asked = fold(box.value).split(/\s+/).filter(Boolean).map(meant), n = 0, best = [];
    nav.hidden = asked.length > 0;
    sheets.forEach(function (s) {
      var there = asked.every(function (all) {
        return all.some(function (w) { return s.body.indexOf(w) >= 0 || s.bare.indexOf(w) >= 0; });
      });
      s.at.hidden = !there;
      if (there) {
        n++;
        if (asked.length && asked.every(function (all) { return all.some(function (w) { return s.title.indexOf(w) >= 0; }); })) best.push(s);
      }
    });
    /* what is called so stands before what only speaks of it */
    var main = document.querySelector("main");
    sheets.forEach(function (s) { if (best.indexOf(s) < 0) main.appendChild(s.at); });
    best.slice().reverse().forEach(function (s) { main.insertBefore(s.at, main.firstChild); });
    count.textContent = asked.length ? n + " found" : "";
  };
  var timer;
  box.addEventListener("input", function () { clearTimeout(timer); timer = setTimeout(look, 80); });
  /* a link leads to its sheet though it was not among what was found */
  window.addEventListener("hashchange", function () {
    var to = document.getElementById(decodeURIComponent(location.hash.slice(1)));
    if (to && to.hidden) { box.value = ""; look(); to.scrollIntoView(); }
  });
})();
