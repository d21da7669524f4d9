import prettier from '@vue/eslint-config-prettier/skip-formatting'
import { defineConfigWithVueTs, vueTsConfigs } from '@vue/eslint-config-typescript'
import vue from 'eslint-plugin-vue'

export default defineConfigWithVueTs(
  { ignores: ['dist', 'src/api/schema.d.ts'] },
  vue.configs['flat/recommended'],
  vueTsConfigs.recommended,
  prettier,
  {
    rules: {
      'vue/multi-word-component-names': 'off',
      eqeqeq: 'error',
      // Sentences are shown and never read: programs go by codes.
      'no-restricted-syntax': [
        'error',
        {
          selector:
            'CallExpression[callee.property.name=/^(includes|startsWith|endsWith|match|indexOf|search)$/]:matches([callee.object.property.name=/^(says|message)$/], [callee.object.name=/^(says|message)$/])',
          message: 'A sentence of the server is shown, not read: go by its code.',
        },
        {
          selector:
            'BinaryExpression[operator=/^[!=]==$/]:matches([left.property.name=/^(says|message)$/], [left.name=/^(says|message)$/])[right.type!=/Identifier/]',
          message: 'A sentence of the server is shown, not read: go by its code.',
        },
      ],
    },
  },
)
