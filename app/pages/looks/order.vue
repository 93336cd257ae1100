<script setup lang="ts">
import { computed } from 'vue'
import ConditionForm from '~/features/looks/ConditionForm.vue'
import OffTargetLooks from '~/shared/OffTargetLooks.vue'
import StepList from '~/features/looks/StepList.vue'
import { useLooks } from '~/stores/looks'
import { useStudio } from '~/stores/studio'
import NumberField from '~/ui/NumberField.vue'
import { dropCondition, editDay } from '#core/looks/dayEdits'
import { orderLooks } from '#core/looks/lookEdits'
import { minutesOfOrder } from '#core/looks/order'
import { capital } from '#wording/language'
import { conditionWords, contradictionWords } from '#wording/lookSteps'
import { minutesWords } from '#wording/quantities'

const studio = useStudio()
const looks = useLooks()

const nowMinutes = computed(() =>
  minutesOfOrder(
    looks.minutes,
    studio.stored.looks.map((_, index) => index),
  ),
)
const isBest = computed(() => looks.order && looks.keepsNow && nowMinutes.value <= looks.order.minutes + 1e-9)
const saved = computed(() => (looks.order ? nowMinutes.value - looks.order.minutes : 0))
const take = () =>
  studio.edit(set =>
    orderLooks(
      set,
      looks.order!.looks.map(({ id }) => id),
    ),
  )
</script>

<template>
  <div class="min-h-0 grow overflow-y-auto px-4 py-3">
    <div class="mx-auto flex max-w-5xl flex-col gap-4">
      <p v-if="!looks.several">There is one look, so there is no order to find. Make others under Looks.</p>
      <template v-else>
        <OffTargetLooks />
        <section aria-labelledby="order" class="flex flex-wrap items-start gap-x-8 gap-y-3">
          <div class="min-w-0 grow basis-80">
            <h2 id="order" class="text-lg font-semibold">Fewest minutes between looks</h2>
            <p v-if="looks.contradicting.length > 0" role="alert" data-test="contradiction">
              {{ contradictionWords(studio.stored, looks.contradicting) }}
            </p>
            <p v-else-if="looks.isJudging" role="status" data-test="order-judging">Calculating.</p>
            <p v-else-if="looks.unsetIds.size > 0" data-test="order-waits">
              The order of fewest minutes is known once every look is set.
            </p>
            <template v-else-if="looks.order">
              <p class="text-[19px] font-medium" data-test="order-says">
                <template v-if="isBest">
                  The looks lie in the best order: {{ minutesWords(nowMinutes) }} of changes.
                </template>
                <template v-else>
                  {{ looks.order.looks.map(({ name }) => name).join(', ') }}: {{ minutesWords(looks.order.minutes) }} of
                  changes{{ looks.keepsNow ? `, ${minutesWords(saved)} less than as they lie now` : '' }}.
                </template>
              </p>
              <p v-if="looks.failure" role="alert">{{ looks.failure }}</p>
              <p v-else class="text-soft">
                {{
                  looks.order.isExact
                    ? 'No order takes less.'
                    : `Found by trying: no order takes less than ${minutesWords(looks.order.leastMinutes)}.`
                }}
                Minutes are common practice, for people who know the room.
              </p>
              <button v-if="!isBest" class="press-main mt-2" data-test="take-order" @click="take">Put them so</button>
            </template>
          </div>
          <NumberField
            label="People on set"
            :value="studio.stored.day.people"
            :least="1"
            :most="6"
            :digits="0"
            whole
            narrow
            @change="people => studio.edit(set => editDay(set, { people }))"
          />
        </section>
        <section aria-labelledby="conditions">
          <h2 id="conditions" class="font-semibold">What the order keeps to</h2>
          <ul>
            <li
              v-for="condition in studio.stored.day.conditions"
              :key="JSON.stringify(condition)"
              class="flex items-center gap-3 border-t border-rule py-1"
            >
              {{ capital(conditionWords(studio.stored, condition)) }}
              <button
                class="text-soft underline underline-offset-2"
                @click="studio.edit(set => dropCondition(set, condition))"
              >
                drop
              </button>
            </li>
          </ul>
          <ConditionForm />
        </section>
        <section aria-labelledby="changes">
          <h2 id="changes" class="font-semibold">What to do between them, in the order of a walk round the set</h2>
          <StepList
            v-for="(look, index) in studio.stored.looks.slice(1)"
            :key="look.id"
            :from="studio.stored.looks[index]!"
            :to="look"
          />
        </section>
      </template>
    </div>
  </div>
</template>
