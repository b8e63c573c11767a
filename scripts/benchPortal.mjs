import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { gzipSync } from 'node:zlib'
import { launch, visitor } from './benchLook.mjs'
import { page, pause, pool, visitorCookie } from './benchTools.mjs'

// What a visitor of a portal waits for, and how much script a page needs.
function bundleSizes() {
  const folder = '.output/public/_nuxt'
  const sizes = new Map(
    readdirSync(folder)
      .filter((file) => file.endsWith('.js'))
      .map((file) => [file, gzipSync(readFileSync(join(folder, file))).length]),
  )
  return sizes
}

export async function pageSize(address, path, account) {
  const browser = await launch()
  const { page } = await visitor(browser, address, account)
  const scripts = new Set()
  page.on('response', (response) => {
    const file = new URL(response.url()).pathname.split('/_nuxt/')[1]
    if (file?.endsWith('.js')) scripts.add(file)
  })
  await page.goto(address + path)
  await page.waitForTimeout(1500)
  await browser.close()
  const sizes = bundleSizes()
  return `${([...scripts].reduce((sum, file) => sum + (sizes.get(file) ?? 0), 0) / 1024) | 0} KB compressed in ${scripts.size} files`
}

/** A portal of 500 items with 5 000 articles: what a visitor waits for. */
export async function portal({ address }) {
  const words =
    'the gate scanner till receipt paper printer code line light quay boat crew screen camera cable'.split(
      ' ',
    )
  await pool.query(
    `insert into article (title, body, audience, changed_at, changed_by)
      select initcap($1::text[1 + n % 16]) || ' and ' || ($1::text[])[1 + n / 16 % 16] || ' ' || n,
        (select string_agg(($1::text[])[1 + (n * 7 + k * k) % 16] || ' ' || md5((n * 31 + k)::text), ' ') from generate_series(1, 120) as k),
        'requesters', 0, 'olin-brandt' from generate_series(1, 5000) as n`.replace(
      '$1::text[1',
      '($1::text[])[1',
    ),
    [words],
  )
  await pool.query(
    `insert into edition (number, document, note, published_by, published_at)
      select number + 1, document || jsonb_build_object('items', (select jsonb_agg(
          (document->'items'->0) || jsonb_build_object('id', 'many-' || n, 'portals', '[]'::jsonb,
            'name', 'Gate thing number ' || n, 'keywords', jsonb_build_array('thing', 'scanner')))
          from generate_series(1, 480) as n) || (document->'items')),
        'many items', published_by, published_at from edition order by number desc limit 1`,
  )
  await pool.query("select pg_notify('yare_edition', '')")
  await pool.query('analyze')
  await pause(2000)
  const cookie = await visitorCookie(address)
  await page(
    'portal search over 500 items and 5 000 articles',
    `${address}/api/portals/merrow/search?words=scanner%20paper%20li`,
    { cookie },
  )
  await page('a portal page as HTML, warm, 500 items', `${address}/portal/merrow`, { cookie })
}
