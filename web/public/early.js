// Asks for what the first view shows while the application is still being fetched; api/client.ts takes the answers.
;(() => {
  const early = (window.lodgeEarly = {})
  const views = { '/': 'desk', '/desk': 'desk', '/people': 'people', '/places': 'places', '/my-keys': 'my-keys' }
  const view = views[location.pathname]
  if (!view && !/^\/(people|places|ledger)\b/.test(location.pathname)) return
  const get = (path) =>
    (early[path] = fetch(path).then(async (answer) => ({ status: answer.status, body: await answer.json() })))
  get('/api/session')
    .then(({ status, body }) => {
      if (status === 200 && view && body.current) return get(`/api/accounts/${body.current.accountId}/${view}`)
    })
    .catch(() => undefined)
})()
