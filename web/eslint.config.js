import hooks from 'eslint-plugin-react-hooks'
import tseslint from 'typescript-eslint'

export default tseslint.config(
  { ignores: ['src/api/generated.ts'] },
  ...tseslint.configs.strictTypeChecked,
  hooks.configs.flat.recommended,
  {
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    rules: {
      '@typescript-eslint/restrict-template-expressions': ['error', { allowNumber: true }],
      '@typescript-eslint/no-confusing-void-expression': ['error', { ignoreArrowShorthand: true }],
      'max-lines': ['error', 300],
      // Both have a clock of a second of their own; `waitFor` of the testing library has ours (src/test/setup.ts).
      'no-restricted-properties': [
        'error',
        ...['waitFor', 'waitUntil'].map((property) => ({ object: 'vi', property })),
      ],
    },
  },
)
