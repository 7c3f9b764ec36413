/** The words of the stage's page, by the fill-in's name, for every text box below. */
import { computed, inject, provide, type InjectionKey, type Ref } from 'vue'

type Values = Readonly<Ref<Record<string, string>>>
const FILL_VALUES: InjectionKey<Values> = Symbol('fill values')

export const provideFillValues = (values: () => Record<string, string>): void =>
  provide(FILL_VALUES, computed(values))

export const useFillValues = (): Values | null => inject(FILL_VALUES, null)
