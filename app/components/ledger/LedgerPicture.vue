<script setup lang="ts">
import { BarController, BarElement, CategoryScale, Chart, LinearScale, Tooltip } from 'chart.js'

/** Bars of a class, and the same as a table for those who cannot see them. */
const { picture } = defineProps<{ picture: ClassPicture }>()
Chart.register(BarController, BarElement, CategoryScale, LinearScale, Tooltip)

const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
const colorMode = useColorMode()
const still = usePreferredReducedMotion()
let chart: Chart | undefined

function draw(): void {
  chart?.destroy()
  if (!canvas.value) return
  const style = getComputedStyle(document.documentElement)
  const colour = (name: string): string => style.getPropertyValue(name).trim()
  const font = { family: style.getPropertyValue('--font-sans'), size: 12 }
  const ofValues = { beginAtZero: true, ticks: { color: colour('--soft'), font, precision: 0 } }
  const ofNames = { ticks: { color: colour('--ink'), font }, grid: { display: false } }
  const lines = { grid: { color: colour('--rule') } }
  chart = new Chart(canvas.value, {
    type: 'bar',
    data: {
      labels: picture.bars.map(({ label }) => label),
      datasets: [
        {
          data: picture.bars.map(({ value }) => value),
          backgroundColor: colour('--slate'),
          maxBarThickness: picture.isLying ? 16 : 34,
        },
      ],
    },
    options: {
      responsive: true,
      maintainAspectRatio: false,
      animation: still.value === 'reduce' ? false : { duration: 200 },
      indexAxis: picture.isLying ? 'y' : 'x',
      plugins: {
        tooltip: { callbacks: { afterLabel: ({ dataIndex }) => picture.bars[dataIndex]?.note ?? '' } },
      },
      scales: picture.isLying
        ? { x: { ...ofValues, ...lines }, y: ofNames }
        : { x: ofNames, y: { ...ofValues, ...lines } },
    },
  })
}
onMounted(draw)
watch([() => picture, () => colorMode.value], () => void nextTick(draw))
onBeforeUnmount(() => chart?.destroy())
</script>

<template>
  <figure class="picture paper">
    <figcaption>
      {{ picture.title }} <span class="soft small">{{ picture.counts }} by {{ picture.of }}</span>
    </figcaption>
    <div class="bars">
      <canvas ref="canvas" role="img" :aria-label="`${picture.title}: as a table below`" />
    </div>
    <details class="small">
      <summary>As a table</summary>
      <table>
        <thead>
          <tr>
            <th scope="col">{{ picture.of }}</th>
            <th scope="col">{{ picture.counts }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="bar in picture.bars" :key="bar.label">
            <th scope="row">
              {{ bar.label }} <span v-if="bar.note" class="soft">{{ bar.note }}</span>
            </th>
            <td>{{ bar.value }}</td>
          </tr>
        </tbody>
      </table>
    </details>
  </figure>
</template>

<style scoped>
.picture {
  padding: 12px 16px;
  min-width: 0;
}
figcaption {
  font-family: var(--font-serif);
  font-weight: 650;
  margin-bottom: 8px;
}
.bars {
  position: relative;
  height: 200px;
}
summary {
  cursor: pointer;
  color: var(--verdigris);
  font-weight: 600;
  margin-top: 6px;
}
table {
  width: 100%;
  border-collapse: collapse;
}
th,
td {
  text-align: left;
  font-weight: 400;
  padding: 3px 10px 3px 0;
  border-bottom: 1px solid var(--rule);
}
td {
  text-align: right;
  white-space: nowrap;
}
</style>
