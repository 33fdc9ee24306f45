import { shallowRef, type Ref } from 'vue'
import { blockBetween, type Block, type GridCell } from '../logic/grid.ts'

/** A block of cells drawn by pointer or by keys; `done` gets it when the pointer or key is released. */
export function useGridBrush(at: Ref<GridCell>, done: (block: Block) => void) {
  const block = shallowRef<Block | null>(null)
  let anchor: GridCell | null = null
  let isPressed = false

  const drop = () => {
    block.value = null
    anchor = null
    isPressed = false
  }

  return {
    block,
    drop,
    press(cell: GridCell): void {
      anchor = cell
      isPressed = true
      at.value = cell
      block.value = blockBetween(cell, cell)
    },
    drag(cell: GridCell): void {
      if (isPressed && anchor) block.value = blockBetween(anchor, cell)
    },
    release(): void {
      if (isPressed) this.finish()
    },
    /** The block reaches from the cell before to the cell now. */
    extend(before: GridCell): void {
      anchor ??= before
      block.value = blockBetween(anchor, at.value)
    },
    /** Lets go of what is drawn, or of the one cell one is on. */
    finish(): void {
      const chosen = block.value ?? blockBetween(at.value, at.value)
      drop()
      done(chosen)
    },
  }
}
