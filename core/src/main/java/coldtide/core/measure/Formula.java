package coldtide.core.measure;

import com.ezylang.evalex.EvaluationException;
import com.ezylang.evalex.Expression;
import com.ezylang.evalex.config.ExpressionConfiguration;
import com.ezylang.evalex.config.MapBasedFunctionDictionary;
import com.ezylang.evalex.config.MapBasedOperatorDictionary;
import com.ezylang.evalex.functions.basic.AbsFunction;
import com.ezylang.evalex.functions.basic.MaxFunction;
import com.ezylang.evalex.functions.basic.MinFunction;
import com.ezylang.evalex.operators.arithmetic.InfixDivisionOperator;
import com.ezylang.evalex.operators.arithmetic.InfixMinusOperator;
import com.ezylang.evalex.operators.arithmetic.InfixMultiplicationOperator;
import com.ezylang.evalex.operators.arithmetic.InfixPlusOperator;
import com.ezylang.evalex.operators.arithmetic.PrefixMinusOperator;
import com.ezylang.evalex.parser.ParseException;
import java.math.BigDecimal;
import java.math.MathContext;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Arithmetic over measures by their names: {@code purchases / active}. What is divided by zero, or speaks of a measure without a
 * value, has no value.
 */
public final class Formula {
    private static final int LONGEST = 200;

    private static final ExpressionConfiguration ARITHMETIC = arithmetic();

    private final String name;
    private final String text;
    private final Expression expression;

    private Formula(String name, String text, Expression expression) {
        this.name = name;
        this.text = text;
        this.expression = expression;
    }

    /** Nothing that takes long, tells the time or throws dice; no constants, so that a measure may be called e. */
    private static ExpressionConfiguration arithmetic() {
        MapBasedOperatorDictionary operators = new MapBasedOperatorDictionary();
        operators.addOperator("+", new InfixPlusOperator());
        operators.addOperator("-", new InfixMinusOperator());
        operators.addOperator("-", new PrefixMinusOperator());
        operators.addOperator("*", new InfixMultiplicationOperator());
        operators.addOperator("/", new InfixDivisionOperator());
        MapBasedFunctionDictionary functions = new MapBasedFunctionDictionary();
        functions.addFunction("MIN", new MinFunction());
        functions.addFunction("MAX", new MaxFunction());
        functions.addFunction("ABS", new AbsFunction());
        return ExpressionConfiguration.builder()
                .operatorDictionary(operators)
                .functionDictionary(functions)
                .mathContext(MathContext.DECIMAL128)
                .defaultConstants(Map.of())
                .arraysAllowed(false)
                .structuresAllowed(false)
                .binaryAllowed(false)
                .implicitMultiplicationAllowed(false)
                .build();
    }

    /** @throws FormulaFault if it cannot be read; it says where */
    public static Formula of(String name, String text) {
        if (text.length() > LONGEST) {
            throw new FormulaFault(
                    "A formula may have " + LONGEST + " characters, not " + text.length() + ".", LONGEST + 1);
        }
        Expression expression = new Expression(text, ARITHMETIC);
        try {
            expression.validate();
            if (expression.getUsedVariables().isEmpty()) {
                throw new FormulaFault("The formula \"" + text + "\" speaks of no measure.", 1);
            }
        } catch (ParseException e) {
            int at = Math.max(1, e.getStartPosition());
            throw new FormulaFault(
                    "The formula \"" + text + "\" cannot be read at character " + at + ": " + e.getMessage() + ".", at);
        }
        return new Formula(name, text, expression);
    }

    public String name() {
        return name;
    }

    public String text() {
        return text;
    }

    /** A name it speaks of that is not among the known ones. */
    Optional<String> unknown(Set<String> known) {
        return used().stream().filter(used -> !known.contains(used)).findFirst();
    }

    /** Names it speaks of. */
    Set<String> used() {
        try {
            return expression.getUsedVariables();
        } catch (ParseException e) {
            throw new IllegalStateException("It was read before.", e);
        }
    }

    /** NaN where there is no value. Slow beside a sum: for cells of a table, not for events. */
    synchronized double of(Map<String, Double> values) {
        for (String used : used()) {
            double value = values.get(used);
            if (Double.isNaN(value)) {
                return Double.NaN;
            }
            expression.with(used, BigDecimal.valueOf(value));
        }
        try {
            return expression.evaluate().getNumberValue().doubleValue();
        } catch (EvaluationException | ArithmeticException dividedByZero) {
            return Double.NaN;
        } catch (ParseException e) {
            throw new IllegalStateException("It was read before.", e);
        }
    }

    /** A formula that cannot be read, and at which character, 1 being the first. */
    public static final class FormulaFault extends IllegalArgumentException {
        private static final long serialVersionUID = 1L;

        private final int at;

        FormulaFault(String message, int at) {
            super(message);
            this.at = at;
        }

        public int at() {
            return at;
        }
    }
}
