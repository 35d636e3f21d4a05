const MOST = 80

/** A template shows; what has to be worked out has a name in the script. */
export default {
  meta: {
    type: 'suggestion',
    schema: [],
    messages: {
      long: 'Give this expression of {{ length }} characters a name in the script.',
      nested: 'Give this nested choice a name in the script.',
    },
  },
  create(context) {
    const source = context.sourceCode
    const isNested = (node) => {
      const arms = [node.test, node.consequent, node.alternate]
      return arms.some((arm) => arm.type === 'ConditionalExpression')
    }
    return source.parserServices.defineTemplateBodyVisitor({
      VExpressionContainer({ expression }) {
        // What a loop, a slot or a handler says is no value to be worked out.
        if (!expression || expression.type.startsWith('V')) return
        if (expression.type === 'ObjectExpression') return
        const { length } = source.getText(expression).replace(/\s+/g, ' ')
        if (length > MOST)
          context.report({ loc: expression.loc, messageId: 'long', data: { length } })
      },
      ConditionalExpression(node) {
        if (isNested(node)) context.report({ loc: node.loc, messageId: 'nested' })
      },
    })
  },
}
