import { onBeforeUnmount, onMounted, ref, type Ref } from 'vue'
import { draw } from '../logic/grid-drawing.ts'
import { readPalette } from '../logic/grid-palette.ts'
import { HEAD_PIXELS, ROW_PIXELS, type Palette, type Scene } from '../logic/grid-scene.ts'
import { must } from '@lodge/core/must'

interface Canvas {
  scroller: Readonly<Ref<HTMLElement | null>>
  canvas: Readonly<Ref<HTMLCanvasElement | null>>
  /** What is to be drawn in a palette; undefined before there is anything. */
  scene(palette: Palette): Scene | undefined
  /** Told of what was drawn. */
  drawn(scene: Scene): void
  /** Told that the room for it is another. */
  resized(): void
}

/** A canvas as large as what is in sight, in whole rows: drawn at most once a frame, anew when room or theme change. */
export function useGridCanvas({ scroller, canvas, scene, drawn, resized }: Canvas) {
  const width = ref(0)
  const height = ref(0)
  let palette: Palette | undefined
  let waiting = 0

  function frame(): void {
    waiting = 0
    const now = palette && scene(palette)
    const context = canvas.value?.getContext('2d')
    if (!now || !context) return
    context.setTransform(devicePixelRatio, 0, 0, devicePixelRatio, 0, 0)
    draw(context, now)
    drawn(now)
  }

  function redraw(): void {
    if (waiting === 0) waiting = requestAnimationFrame(frame)
  }

  function measure(): void {
    const { value: box } = scroller
    if (!box || !canvas.value) return
    width.value = box.clientWidth
    height.value = HEAD_PIXELS + Math.max(1, Math.floor((box.clientHeight - HEAD_PIXELS) / ROW_PIXELS)) * ROW_PIXELS
    canvas.value.width = width.value * devicePixelRatio
    canvas.value.height = height.value * devicePixelRatio
    resized()
    redraw()
  }

  function repaint(): void {
    palette = readPalette()
    redraw()
  }

  let sizeWatch: ResizeObserver | undefined
  let themeWatch: MutationObserver | undefined
  onMounted(() => {
    sizeWatch = new ResizeObserver(measure)
    sizeWatch.observe(must(scroller.value, 'scroller'))
    themeWatch = new MutationObserver(repaint)
    themeWatch.observe(document.documentElement, { attributeFilter: ['data-bs-theme'] })
    void document.fonts.ready.then(redraw)
    repaint()
    measure()
  })
  onBeforeUnmount(() => {
    sizeWatch?.disconnect()
    themeWatch?.disconnect()
    cancelAnimationFrame(waiting)
  })
  return { width, height, redraw }
}
