package coldtide.core.who;

/** A value of a property, written as a condition compares it. */
public record Having(String property, String value) {}
