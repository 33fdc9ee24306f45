import Koa from 'koa'

// A bare Koa that reads JSON and answers it: the yardstick for the decision endpoint.
const app = new Koa()
app.use(async (ctx) => {
  const chunks: Buffer[] = []
  for await (const chunk of ctx.req) chunks.push(chunk as Buffer)
  ctx.body = JSON.parse(Buffer.concat(chunks).toString('utf8')) as object
})
const server = app.listen(0, '127.0.0.1', () => {
  process.send?.({ port: (server.address() as { port: number }).port })
})
