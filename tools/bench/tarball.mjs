import { fork } from 'node:child_process'
import { Agent, request as httpRequest } from 'node:http'
import { join } from 'node:path'
import { root } from '../machine.mjs'
import { median, round } from './figures.mjs'

/** Requests a second with a number of connections kept busy, for a time. */
function load(port, path, seconds, connections = 32) {
  return new Promise((resolve, reject) => {
    const agent = new Agent({ keepAlive: true, maxSockets: connections })
    const end = performance.now() + seconds * 1000
    let done = 0
    let open = connections
    const item = () => {
      if (performance.now() > end) {
        if (--open === 0) {
          agent.destroy()
          resolve(done / seconds)
        }
        return
      }
      httpRequest(
        { host: '127.0.0.1', port, path, agent, headers: { host: `localhost:${port}` } },
        (response) => {
          if (response.statusCode !== 200) return reject(new Error(`${path} answered ${response.statusCode}`))
          response
            .on('data', () => undefined)
            .on('end', () => {
              done++
              item()
            })
        },
      )
        .on('error', reject)
        .end()
    }
    for (let i = 0; i < connections; i++) item()
  })
}

async function tarball({ port, url }) {
  const path = '/registry/@marram/tern/-/tern-1.1.0.tgz'
  const bytes = Buffer.from(await (await fetch(url + path)).arrayBuffer())
  const child = fork(join(root, 'tools/bench/static-server.mjs'))
  const barePort = await new Promise((resolve) => {
    child.once('message', resolve)
    child.send(bytes.toString('base64'))
  })
  const ours = []
  const bare = []
  await load(port, path, 1)
  await load(barePort, '/', 1)
  for (let i = 0; i < 5; i++) {
    ours.push(await load(port, path, 2))
    bare.push(await load(barePort, '/', 2))
  }
  child.kill()
  return {
    name: 'tarball',
    value: round(median(ours) / median(bare)),
    unit: 'ratio',
    aim: 0.6,
    higher: true,
    against: 'plain Node server, same bytes in memory, 32 connections',
    detail:
      `${Math.round(median(ours))} against ${Math.round(median(bare))} requests a second, ` +
      `${bytes.length} bytes`,
  }
}

export const benchmarks = { tarball: { run: tarball, server: true } }
