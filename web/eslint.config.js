import globals from 'globals'
import vue from 'eslint-plugin-vue'
import { defineConfigWithVueTs, vueTsConfigs } from '@vue/eslint-config-typescript'

export default defineConfigWithVueTs(
  { ignores: ['dist', 'public', 'src/api/schema.d.ts'] },
  vue.configs['flat/essential'],
  vueTsConfigs.recommended,
  { languageOptions: { globals: globals.browser } },
  { rules: { 'vue/max-len': ['error', { code: 160, template: 160 }] } },
)
