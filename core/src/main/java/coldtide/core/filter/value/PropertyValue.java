package coldtide.core.filter.value;

/** A value of a property, written as a condition compares it. */
public record PropertyValue(String property, String value) {}
