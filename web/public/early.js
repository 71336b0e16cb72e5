// What the page asks first, asked while its scripts still come: api/kept.ts takes the answers up. A player's own page
// (/take) asks by its link and nothing else.
;(() => {
  if (location.pathname === '/take') return
  const early = (window.early = new Map())
  const put = (key, path, options) => {
    const answer = fetch(path, options)
    // Who takes it up hears what went wrong.
    answer.catch(() => undefined)
    early.set(key, answer)
  }
  for (const path of ['/api/session', '/api/players', '/api/settings', '/api/health']) put(`GET ${path}`, path)
  try {
    const { search, body } = JSON.parse(localStorage.getItem('veltrin.asked') ?? '{}')
    if (location.pathname !== '/' || search !== location.search) return
    const headers = { 'content-type': 'application/json' }
    put(`POST /api/plan/stream ${body}`, '/api/plan/stream', { method: 'POST', headers, body })
  } catch {
    // What another page left there is none of ours.
  }
})()
