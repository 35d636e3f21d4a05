export default defineAppConfig({
  ui: {
    colors: {
      primary: 'petrol',
      neutral: 'steel',
      success: 'leaf',
      warning: 'straw',
      error: 'hot',
      info: 'violet',
    },
    // Read at arm's length, pressed in gloves: everything large.
    button: {
      slots: { base: 'min-h-11 font-semibold rounded-sm cursor-pointer justify-center' },
      defaultVariants: { size: 'xl' },
    },
    input: { slots: { base: 'min-h-11 rounded-sm' }, defaultVariants: { size: 'xl' } },
    select: {
      slots: { base: 'min-h-11 rounded-sm', content: 'max-h-80' },
      defaultVariants: { size: 'xl' },
    },
    selectMenu: { slots: { base: 'min-h-11 rounded-sm' }, defaultVariants: { size: 'xl' } },
    textarea: { slots: { base: 'rounded-sm' }, defaultVariants: { size: 'xl' } },
    formField: {
      slots: { label: 'font-semibold', help: 'text-muted text-sm', error: 'text-sm font-semibold' },
      defaultVariants: { size: 'xl' },
    },
    checkbox: { defaultVariants: { size: 'xl' } },
    switch: { defaultVariants: { size: 'xl' } },
    modal: { slots: { content: 'rounded-sm' } },
  },
})
