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
    // Choices side by side read as keys of a panel: pressed or not.
    radioGroup: {
      slots: {
        fieldset: 'flex-wrap gap-1',
        legend: 'font-semibold mb-1',
        item: 'relative min-h-11 py-0! px-3.5! items-center rounded-xs! border-(--rule)! bg-(--panel) cursor-pointer has-data-[state=checked]:bg-primary! has-data-[state=checked]:border-primary! has-data-[state=checked]:text-(--panel) has-focus-visible:outline-3! has-focus-visible:outline-offset-2 has-focus-visible:outline-primary!',
        label: 'font-semibold text-inherit',
      },
      defaultVariants: { size: 'xl' },
    },
    table: {
      slots: {
        root: 'panel',
        th: 'px-2.5 py-1.5 text-[0.85rem] text-muted whitespace-nowrap',
        td: 'px-2.5 py-2 text-base text-default whitespace-normal align-top',
        tr: 'hover:bg-primary/8',
      },
    },
    checkbox: { defaultVariants: { size: 'xl' } },
    switch: { defaultVariants: { size: 'xl' } },
    // However much a form holds, its title and its buttons keep their room.
    modal: { slots: { content: 'rounded-sm', header: 'shrink-0', footer: 'shrink-0' } },
  },
})
