import vue from 'eslint-plugin-vue'
import ts from 'typescript-eslint'

export default ts.config(
  { ignores: ['dist', '**/*.gen.d.ts', 'public'] },
  ...ts.configs.recommended,
  ...vue.configs['flat/essential'],
  { files: ['**/*.vue'], languageOptions: { parserOptions: { parser: ts.parser } } },
  {
    rules: {
      'vue/multi-word-component-names': 'off',
      'vue/max-len': ['error', { code: 160, template: 160 }],
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/no-unused-vars': ['error', { varsIgnorePattern: '^_' }],
      // Angles and lengths are worked out in Go: a page draws with what it is given.
      'no-restricted-properties': ['error', ...['PI', 'sin', 'cos', 'tan', 'asin', 'acos', 'atan', 'atan2'].map((property) => ({ object: 'Math', property, message: 'Trigonometry belongs in core.' }))],
      'no-restricted-syntax': ['error', { selector: 'Literal[value=25.4]', message: 'Units belong in core.' }, { selector: 'Literal[value=25400000]', message: 'Units belong in core.' }, { selector: 'Literal[value=304.8]', message: 'Units belong in core.' }],
    },
  },
)
