<script setup lang="ts">
import { computed } from 'vue'
import { useUnits } from '~/shared/useUnits'
import { aimedAt } from '#core/model/aim'
import { roomBounds } from '#core/model/bounds'
import { headHeightM } from '#core/model/headHeight'
import { rolledReach } from '#core/physics/sources/frontShape'
import type { StudioSet } from '#core/model/schema'
import { METRES_PER_FOOT } from '#wording/notation/distance'

/** Plan and side view of a set to one scale, with a scale bar: plain lines that print, and that other programs read. */
const props = withDefaults(
  defineProps<{ set: StudioSet; widthPx: number; label: string; ink?: string; paleInk?: string }>(),
  { ink: '#111111', paleInk: '#999999' },
)
const { unit } = useUnits()

const bounds = computed(() => roomBounds(props.set.room))
const GAP_M = 0.6
/** From the left wall to the right one, then the side view: the backdrop at its left. */
const wholeM = computed(() => {
  const { left, right, back, front } = bounds.value
  return right - left + GAP_M + (front - back)
})
const scale = computed(() => props.widthPx / wholeM.value)
const heightPx = computed(() => {
  const { back, front, ceiling } = bounds.value
  return Math.max(front - back, ceiling) * scale.value + 28
})
const plan = (xM: number, yM: number) => ({
  x: (xM - bounds.value.left) * scale.value,
  y: (yM - bounds.value.back) * scale.value,
})
const sideLeft = computed(() => (bounds.value.right - bounds.value.left + GAP_M) * scale.value)
const side = (yM: number, zM: number) => ({
  x: sideLeft.value + (yM - bounds.value.back) * scale.value,
  y: (bounds.value.ceiling - zM) * scale.value,
})
const lights = computed(() =>
  props.set.lights.map(light => {
    const [tx, ty, tz] = aimedAt(light.aim, props.set)
    const { xM, yM, zM } = light.place
    const reach = rolledReach(light.modifier.front, light.rollDeg)
    const level = Math.hypot(tx - xM, ty - yM) || 1
    const [ax, ay] = [(tx - xM) / level, (ty - yM) / level]
    const at = plan(xM, yM)
    const front = [
      plan(xM - ay * reach.across, yM + ax * reach.across),
      plan(xM + ay * reach.across, yM - ax * reach.across),
    ]
    const ahead = plan(xM + ax * 0.5, yM + ay * 0.5)
    const length = Math.hypot(tx - xM, ty - yM, tz - zM) || 1
    const sideAt = side(yM, zM)
    const sideAhead = side(yM + ((ty - yM) / length) * 0.5, zM + ((tz - zM) / length) * 0.5)
    const isOn = props.set.looks[0]!.lights[light.id]?.on === true
    const behind = plan(xM - ax * 0.42, yM - ay * 0.42)
    return { id: light.id, name: light.name, behind, at, front, ahead, sideAt, sideAhead, foot: side(yM, 0), isOn }
  }),
)
/** Lights that lie on each other from the side share a label. */
const SAME_PX = 14
const sideLabels = computed(() => {
  const labels: { x: number; y: number; names: string[] }[] = []
  for (const { sideAt, name } of lights.value) {
    const near = labels.find(({ x, y }) => Math.abs(x - sideAt.x) < SAME_PX && Math.abs(y - sideAt.y) < SAME_PX)
    if (near) near.names.push(name)
    else labels.push({ ...sideAt, names: [name] })
  }
  return labels
})
const boards = computed(() =>
  [...props.set.panels, ...props.set.props].map(board => {
    const turn = (board.turnDeg * Math.PI) / 180
    const half = ('widthM' in board ? board.widthM : 0.4) / 2
    const { xM, yM } = board.place
    return {
      id: board.id,
      from: plan(xM - Math.cos(turn) * half, yM - Math.sin(turn) * half),
      to: plan(xM + Math.cos(turn) * half, yM + Math.sin(turn) * half),
    }
  }),
)
const subjects = computed(() =>
  props.set.subjects.map(subject => ({
    id: subject.id,
    at: plan(subject.place.xM, subject.place.yM),
    head: side(subject.place.yM, headHeightM(subject)),
    foot: side(subject.place.yM, 0),
  })),
)
const camera = computed(() => ({
  at: plan(props.set.camera.place.xM, props.set.camera.place.yM),
  side: side(props.set.camera.place.yM, props.set.camera.place.zM),
}))
const drop = computed(() => {
  const { centreXM, widthM, heightM } = props.set.backdrop
  return {
    from: plan(centreXM - widthM / 2, 0),
    to: plan(centreXM + widthM / 2, 0),
    top: side(0, heightM),
    foot: side(0, 0),
  }
})
const bar = computed(() => {
  const [lengthM, words] = unit.value === 'metric' ? [1, '1 m'] : [5 * METRES_PER_FOOT, '5 ft']
  return { px: lengthM * scale.value, words }
})
</script>

<template>
  <svg
    xmlns="http://www.w3.org/2000/svg"
    :viewBox="`-6 -6 ${widthPx + 12} ${heightPx + 12}`"
    :width="widthPx + 12"
    :height="heightPx + 12"
    role="img"
    :aria-label="label"
    fill="none"
    :stroke="ink"
    stroke-width="1"
    font-family="sans-serif"
    font-size="11"
    data-test="plan-sketch"
  >
    <rect
      x="0"
      y="0"
      :width="(bounds.right - bounds.left) * scale"
      :height="(bounds.front - bounds.back) * scale"
      stroke-width="2"
    />
    <rect
      :x="sideLeft"
      y="0"
      :width="(bounds.front - bounds.back) * scale"
      :height="bounds.ceiling * scale"
      stroke-width="2"
    />
    <line :x1="drop.from.x" :y1="drop.from.y" :x2="drop.to.x" :y2="drop.to.y" stroke-width="4" />
    <rect
      v-if="set.backdrop.sweepM > 0"
      :x="drop.from.x"
      :y="drop.from.y"
      :width="set.backdrop.widthM * scale"
      :height="set.backdrop.sweepM * scale"
      :stroke="paleInk"
      stroke-width="0.6"
    />
    <line
      v-if="set.backdrop.sweepM > 0"
      :x1="drop.foot.x"
      :y1="drop.foot.y"
      :x2="drop.foot.x + set.backdrop.sweepM * scale"
      :y2="drop.foot.y"
      stroke-width="4"
    />
    <line :x1="drop.top.x" :y1="drop.top.y" :x2="drop.foot.x" :y2="drop.foot.y" stroke-width="4" />
    <line
      v-for="board in boards"
      :key="board.id"
      :x1="board.from.x"
      :y1="board.from.y"
      :x2="board.to.x"
      :y2="board.to.y"
      stroke-width="3"
      stroke="#555555"
    />
    <g v-for="subject in subjects" :key="subject.id">
      <circle :cx="subject.at.x" :cy="subject.at.y" :r="0.2 * scale" />
      <circle :cx="subject.head.x" :cy="subject.head.y" :r="0.11 * scale" />
      <line :x1="subject.head.x" :y1="subject.head.y" :x2="subject.foot.x" :y2="subject.foot.y" />
    </g>
    <g v-for="light in lights" :key="light.id" :stroke-dasharray="light.isOn ? undefined : '2 2'">
      <line
        :x1="light.front[0]!.x"
        :y1="light.front[0]!.y"
        :x2="light.front[1]!.x"
        :y2="light.front[1]!.y"
        stroke-width="3"
      />
      <line :x1="light.at.x" :y1="light.at.y" :x2="light.ahead.x" :y2="light.ahead.y" />
      <line
        :x1="light.sideAt.x"
        :y1="light.sideAt.y"
        :x2="light.sideAhead.x"
        :y2="light.sideAhead.y"
        stroke-width="2"
      />
      <line
        :x1="light.sideAt.x"
        :y1="light.sideAt.y"
        :x2="light.foot.x"
        :y2="light.foot.y"
        :stroke="paleInk"
        stroke-width="0.6"
      />
      <text
        :x="light.behind.x"
        :y="light.behind.y + 4"
        :fill="ink"
        stroke="none"
        font-weight="bold"
        text-anchor="middle"
      >
        {{ light.name }}
      </text>
    </g>
    <text
      v-for="mark in sideLabels"
      :key="mark.names.join()"
      :x="mark.x + 4"
      :y="mark.y - 6"
      :fill="ink"
      stroke="none"
      font-weight="bold"
    >
      {{ mark.names.join(', ') }}
    </text>
    <path
      :d="`M${camera.at.x - 7} ${camera.at.y + 10} L${camera.at.x} ${camera.at.y - 4} L${camera.at.x + 7} ${camera.at.y + 10} Z`"
    />
    <path
      :d="`M${camera.side.x + 10} ${camera.side.y - 7} L${camera.side.x - 4} ${camera.side.y} L${camera.side.x + 10} ${camera.side.y + 7} Z`"
    />
    <g :transform="`translate(${sideLeft} ${bounds.ceiling * scale + 18})`">
      <path :d="`M0 -4 V4 M0 0 H${bar.px} M${bar.px} -4 V4`" />
      <text :x="bar.px + 6" y="4" :fill="ink" stroke="none">{{ bar.words }}</text>
    </g>
  </svg>
</template>
