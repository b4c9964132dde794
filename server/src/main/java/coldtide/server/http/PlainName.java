package coldtide.server.http;

import jakarta.validation.Constraint;
import jakarta.validation.ConstraintValidator;
import jakarta.validation.ConstraintValidatorContext;
import jakarta.validation.Payload;
import java.lang.annotation.Documented;
import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/**
 * A name without control characters, line separators, characters of no width and characters that turn the direction of writing: with
 * them one name could be taken for another. Null passes; a required name is not blank besides.
 */
@Documented
@Constraint(validatedBy = PlainName.Validator.class)
@Target({ElementType.FIELD, ElementType.PARAMETER, ElementType.RECORD_COMPONENT})
@Retention(RetentionPolicy.RUNTIME)
public @interface PlainName {
    String message() default "holds a character that cannot be seen";

    Class<?>[] groups() default {};

    Class<? extends Payload>[] payload() default {};

    /** Looks at each character's general category in Unicode. */
    final class Validator implements ConstraintValidator<PlainName, String> {
        @Override
        public boolean isValid(String name, ConstraintValidatorContext context) {
            return name == null || name.codePoints().allMatch(Validator::isSeen);
        }

        private static boolean isSeen(int character) {
            return switch (Character.getType(character)) {
                case Character.CONTROL,
                        Character.FORMAT,
                        Character.SURROGATE,
                        Character.PRIVATE_USE,
                        Character.UNASSIGNED,
                        Character.LINE_SEPARATOR,
                        Character.PARAGRAPH_SEPARATOR -> false;
                default -> true;
            };
        }
    }
}
