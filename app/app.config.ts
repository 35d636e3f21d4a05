export default defineAppConfig({
  ui: {
    colors: { primary: 'petrol', neutral: 'steel', success: 'leaf', warning: 'straw', error: 'hot', info: 'violet' },
    button: { slots: { base: 'min-h-11 px-4 font-semibold rounded-sm cursor-pointer justify-center text-base' } },
    input: { slots: { base: 'min-h-11 text-base rounded-sm' } },
    select: { slots: { base: 'min-h-11 text-base rounded-sm', content: 'max-h-80' } },
    textarea: { slots: { base: 'text-base rounded-sm' } },
    formField: { slots: { label: 'font-semibold', help: 'text-muted text-sm', error: 'text-sm font-semibold' } },
    modal: { slots: { content: 'rounded-sm' } },
  },
})
