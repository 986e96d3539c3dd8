// Keeps what is typed before the page is ready, so that an instrument's reading is not lost.
window.typedEarly = []
window.keepTyped = function (e) {
  if (!e.ctrlKey && !e.metaKey && !e.altKey && !e.repeat && (e.key.length === 1 || e.key === 'Enter')) window.typedEarly.push({ key: e.key, at: e.timeStamp })
}
window.addEventListener('keydown', window.keepTyped)
