import { readdirSync } from 'node:fs'
import prettier from '@vue/eslint-config-prettier/skip-formatting'
import { defineConfigWithVueTs, vueTsConfigs } from '@vue/eslint-config-typescript'
import vue from 'eslint-plugin-vue'

const FEATURES = readdirSync('src/features')

export default defineConfigWithVueTs(
  { ignores: ['dist', 'public', 'src/shared/api/schema.d.ts'] },
  vue.configs['flat/recommended'],
  vueTsConfigs.recommendedTypeChecked,
  prettier,
  {
    rules: {
      'vue/multi-word-component-names': 'off',
      eqeqeq: 'error',
      // What a composable returns is taken apart by who uses it; none of it goes by `this`.
      '@typescript-eslint/unbound-method': 'off',
      // A state's own type is wider than that of its first value, and a generic one may be anything.
      '@typescript-eslint/no-unnecessary-type-assertion': 'off',
      '@typescript-eslint/no-redundant-type-constituents': 'off',
      // A hook that is asynchronous is waited for by nobody.
      '@typescript-eslint/no-misused-promises': ['error', { checksVoidReturn: false }],
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
  { files: ['tests/**'], rules: { 'no-restricted-syntax': 'off' } },
  // The application knows the features, a feature knows what is shared, and no feature knows another.
  {
    files: ['src/shared/**'],
    rules: { 'no-restricted-imports': ['error', { patterns: ['@/features/*', '@/app/*'] }] },
  },
  ...FEATURES.map((feature) => ({
    files: [`src/features/${feature}/**`],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            '@/app/*',
            ...FEATURES.filter((one) => one !== feature).map((one) => `@/features/${one}/*`),
          ],
        },
      ],
    },
  })),
)
