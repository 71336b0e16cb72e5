/** Everything the page's sheets of style say, with the fonts put in. */
async function styles(): Promise<string> {
  const rules = [...document.styleSheets].flatMap((sheet) => {
    try {
      return [...sheet.cssRules].map((rule) => rule.cssText)
    } catch {
      // Of another origin: none of ours.
      return []
    }
  })
  return withFonts(rules.join('\n'))
}

const FONT = /url\("?([^")]+\.woff2)"?\)/g

async function withFonts(css: string): Promise<string> {
  const known = new Map<string, string>()
  for (const [, address = ''] of css.matchAll(FONT)) {
    // A Latin face is enough for what the sheets say: the others would make the file many times as large.
    if (known.has(address)) continue
    known.set(
      address,
      /latin-(wght|standard)/.test(address) && !/ext/.test(address) ? await asData(address) : '',
    )
  }
  return css.replace(FONT, (_, address: string) => `url("${known.get(address) ?? ''}")`)
}

async function asData(address: string): Promise<string> {
  const answer = await fetch(new URL(address, window.location.href))
  const bytes = new Uint8Array(await answer.arrayBuffer())
  let text = ''
  for (const byte of bytes) text += String.fromCharCode(byte)
  return `data:font/woff2;base64,${btoa(text)}`
}

/** Pictures of the record, put in: the file is opened where there is no server. */
async function withImages(node: HTMLElement): Promise<void> {
  for (const image of node.querySelectorAll('img')) {
    const answer = await fetch(image.src)
    const blob = await answer.blob()
    image.src = await new Promise<string>((resolve, reject) => {
      const reader = new FileReader()
      reader.onload = () => resolve(reader.result as string)
      reader.onerror = () => reject(new Error('The picture could not be read.'))
      reader.readAsDataURL(blob)
    })
    image.removeAttribute('loading')
  }
}

const escaped = (text: string) =>
  text.replace(/[&<>"]/g, (c) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[c] ?? c)

/** A piece of the page as a file of its own that opens without a network: styles, fonts, drawings and pictures in it. */
export async function standalone(piece: HTMLElement, title: string): Promise<string> {
  const copy = piece.cloneNode(true) as HTMLElement
  for (const gone of copy.querySelectorAll('.no-print')) gone.remove()
  // What opens the Bench leads nowhere from here.
  for (const button of copy.querySelectorAll('button')) {
    const plain = document.createElement('span')
    plain.className = button.className
    plain.append(...button.childNodes)
    button.replaceWith(plain)
  }
  await withImages(copy)
  return [
    '<!doctype html>',
    '<html lang="en">',
    `<head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1"><title>${escaped(title)}</title>`,
    `<style>${(await styles()).replace(/<\//g, '<\\/')}</style></head>`,
    `<body class="alone">${copy.outerHTML}</body></html>`,
  ].join('\n')
}
