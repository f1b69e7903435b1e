// A standby of a private cluster by PostgreSQL's own streaming replication, and an address that leads to
// whichever of the two takes writes: for tests and measurements.
import { spawnSync } from 'node:child_process'
import { rmSync } from 'node:fs'
import { connect, createServer } from 'node:net'
import { join } from 'node:path'
import { CONNECTIONS, freePort, ownedFolder, runServerProgram, untilReady } from './cluster.mjs'

const NAME = 'standby'

/** `url` with another port. */
const at = (url, port) => Object.assign(new URL(url), { port: String(port) }).href

function must(what, ran) {
  if (ran.status !== 0) throw new Error(`${what} failed:\n${ran.stderr || ran.stdout}`)
}

function sql(url, text) {
  const ran = spawnSync('psql', [url, '-v', 'ON_ERROR_STOP=1', '-tAc', text], { encoding: 'utf8' })
  must(text, ran)
  return ran.stdout.trim()
}

/**
 * Copies the running cluster, follows it, and makes it wait with each commit until the copy has it. `promote`
 * makes the copy the one that takes writes; it then waits for nobody.
 */
export async function startStandby(folder, primary) {
  const place = ownedFolder(folder)
  const data = join(place, 'data')
  const { username, password } = new URL(primary.url)
  const secret = { env: { ...process.env, PGPASSWORD: password } }
  must(
    'The copy of the cluster',
    runServerProgram(
      'pg_basebackup',
      [
        '-h',
        '127.0.0.1',
        '-p',
        String(primary.port),
        '-U',
        username,
        '-D',
        data,
        '-X',
        'stream',
        '-c',
        'fast',
        '-C',
        '-S',
        NAME,
        '-R',
        '-d',
        `application_name=${NAME}`,
      ],
      secret,
    ),
  )
  const port = await freePort()
  const options = `-p ${port} -c listen_addresses=127.0.0.1 -c unix_socket_directories=${place} -c max_connections=${CONNECTIONS}`
  must(
    'The start of the standby',
    runServerProgram(
      'pg_ctl',
      ['start', '-w', '-t', '60', '-D', data, '-l', join(place, 'log'), '-o', options],
      { stdio: 'ignore' },
    ),
  )
  const url = at(primary.url, port)
  await untilReady(['-h', '127.0.0.1', '-p', String(port), '-U', username])
  sql(primary.url, `ALTER SYSTEM SET synchronous_standby_names = '${NAME}'`)
  sql(primary.url, 'SELECT pg_reload_conf()')
  await untilSynchronous(primary.url)
  return {
    url,
    port,
    promote: () => {
      must('The promotion', runServerProgram('pg_ctl', ['promote', '-w', '-t', '30', '-D', data]))
      sql(url, 'ALTER SYSTEM RESET synchronous_standby_names')
      sql(url, 'SELECT pg_reload_conf()')
    },
    stop: () =>
      runServerProgram('pg_ctl', ['stop', '-D', data, '-m', 'fast', '-w', '-t', '20'], { stdio: 'ignore' }),
    remove: () => rmSync(place, { recursive: true, force: true }),
  }
}

async function untilSynchronous(url) {
  for (let i = 0; i < 100; i++) {
    if (sql(url, 'SELECT sync_state FROM pg_stat_replication') === 'sync') return
    await new Promise(resolve => setTimeout(resolve, 100))
  }
  throw new Error('The standby does not follow.')
}

/**
 * One port that leads to another, and on demand to a third: what a pooler or a moving address does in front
 * of two servers.
 */
export async function openAddress(target) {
  let to = target
  const sockets = new Set()
  const server = createServer(client => {
    const upstream = connect(to, '127.0.0.1')
    for (const [socket, other] of [
      [client, upstream],
      [upstream, client],
    ]) {
      sockets.add(socket)
      socket.on('error', () => other.destroy())
      socket.on('close', () => {
        sockets.delete(socket)
        other.destroy()
      })
    }
    client.pipe(upstream).pipe(client)
  })
  await new Promise(resolve => server.listen(0, '127.0.0.1', resolve))
  return {
    port: server.address().port,
    leadTo: port => {
      to = port
    },
    close: () => {
      server.close()
      for (const socket of sockets) socket.destroy()
    },
  }
}

export { at as withPort }
