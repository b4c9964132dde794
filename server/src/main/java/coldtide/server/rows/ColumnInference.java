package coldtide.server.rows;

import java.time.DateTimeException;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.Currency;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.IntPredicate;
import java.util.function.Predicate;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/**
 * Infers what each column of a file means, from its name first, and from its values where the name says nothing.
 */
public final class ColumnInference {
    private static final Instant EARLIEST = Instant.parse("1995-01-01T00:00:00Z");
    private static final Instant LATEST = Instant.parse("2100-01-01T00:00:00Z");
    private static final Pattern NUMBER = Pattern.compile("-?[\\d.,]*\\d");
    private static final Pattern COMMA_NUMBER = Pattern.compile("-?(\\d{1,3}(\\.\\d{3})+|\\d+),\\d{1,2}");

    private static final Pattern THREE_PLACES = Pattern.compile("[-+]?\\d{1,3},\\d{3}");

    private static final Pattern PRICE = Pattern.compile("-?\\d[\\d.,]*[.,]\\d{2}");

    private final List<String> names;
    private final List<List<String>> rows;
    private final ZoneId zone;
    private final Map<ColumnMeaning, Integer> columnOf = new EnumMap<>(ColumnMeaning.class);
    private TimeForm times = TimeForm.ISO;

    /** @param rows the first rows, each as wide as {@code names} */
    public ColumnInference(List<String> names, List<List<String>> rows, ZoneId zone) {
        this.names = names;
        this.rows = rows.stream().filter(row -> row.size() == names.size()).toList();
        this.zone = zone;
        for (ColumnMeaning part : ColumnMeaning.values()) {
            if (part != ColumnMeaning.TIME && part != ColumnMeaning.AMOUNT) {
                byName(part).stream().findFirst().ifPresent(column -> columnOf.put(part, column));
            }
        }
        time();
        amount();
        strangeWords();
        if (!has(ColumnMeaning.NAME) && has(ColumnMeaning.AMOUNT)) {
            whatCosts().ifPresent(column -> columnOf.put(ColumnMeaning.NAME, column));
        }
    }

    /**
     * Where only some rows have an amount it is no list of purchases: the first column that tells which, some of its values always
     * having an amount and the others never, says what was done.
     */
    private Optional<Integer> whatCosts() {
        int amount = columnOf.get(ColumnMeaning.AMOUNT);
        return IntStream.range(0, names.size())
                .filter(column -> !columnOf.containsValue(column))
                .boxed()
                .filter(column -> {
                    Set<String> costs = values(column, row -> !row.get(amount).isBlank());
                    Set<String> free = values(column, row -> row.get(amount).isBlank());
                    return !costs.isEmpty()
                            && !free.isEmpty()
                            && Collections.disjoint(costs, free)
                            && 2 * (costs.size() + free.size()) <= rows.size();
                })
                .findFirst();
    }

    private Set<String> values(int column, Predicate<List<String>> of) {
        return rows.stream().filter(of).map(row -> row.get(column)).collect(Collectors.toSet());
    }

    /**
     * Where no name tells something, the names are of another language perhaps: a list of purchases is still known by its codes of
     * currencies, by its only column of prices, and by its only other column of which many values differ.
     */
    private void strangeWords() {
        if (!has(ColumnMeaning.CURRENCY)) {
            only(column -> all(column, ColumnInference::isCurrency))
                    .ifPresent(column -> columnOf.put(ColumnMeaning.CURRENCY, column));
        }
        if (!has(ColumnMeaning.AMOUNT) && (!has(ColumnMeaning.NAME) || has(ColumnMeaning.CURRENCY))) {
            only(column -> all(column, value -> PRICE.matcher(value).matches()))
                    .ifPresent(column -> columnOf.put(ColumnMeaning.AMOUNT, column));
        }
        boolean tellsWho = has(ColumnMeaning.INSTALL) || has(ColumnMeaning.ACCOUNT);
        if (!tellsWho && has(ColumnMeaning.TIME) && (has(ColumnMeaning.AMOUNT) || has(ColumnMeaning.NAME))) {
            only(column -> !all(column, value -> PRICE.matcher(value).matches()) && differ(column))
                    .ifPresent(column -> columnOf.put(ColumnMeaning.ACCOUNT, column));
        }
    }

    /** The only column not known yet of which this holds. */
    private Optional<Integer> only(IntPredicate holds) {
        int[] found = IntStream.range(0, names.size())
                .filter(column -> !columnOf.containsValue(column) && holds.test(column))
                .toArray();
        return found.length == 1 ? Optional.of(found[0]) : Optional.empty();
    }

    private boolean all(int column, Predicate<String> holds) {
        List<String> values = samples(column);
        return !values.isEmpty() && values.stream().allMatch(holds);
    }

    private static boolean isCurrency(String value) {
        return value.length() == 3
                && Currency.getAvailableCurrencies().stream()
                        .anyMatch(currency -> currency.getCurrencyCode().equals(value));
    }

    /** Whether there are many different values, as customers are many and articles few. */
    private boolean differ(int column) {
        List<String> values = samples(column);
        long different = values.stream().distinct().count();
        return different > 2 && different * 4 > values.size();
    }

    /** Columns whose names mean the part, the surest first. */
    private List<Integer> byName(ColumnMeaning part) {
        List<Integer> found = new ArrayList<>();
        for (int column = 0; column < names.size(); column++) {
            if (ColumnMeaning.rank(part, names.get(column)).isPresent()) {
                found.add(column);
            }
        }
        found.sort(Comparator.comparing(
                column -> ColumnMeaning.rank(part, names.get(column)).orElseThrow()));
        return found;
    }

    private List<String> samples(int column) {
        return rows.stream()
                .map(row -> row.get(column).strip())
                .filter(value -> !value.isEmpty())
                .toList();
    }

    /** The first column called so whose values are times, else any column of times, else the one called so. */
    private void time() {
        List<Integer> named = byName(ColumnMeaning.TIME);
        List<Integer> others = new ArrayList<>(named);
        for (int column = 0; column < names.size(); column++) {
            if (!columnOf.containsValue(column) && !named.contains(column)) {
                others.add(column);
            }
        }
        for (int column : others) {
            boolean calledSo = named.contains(column);
            Optional<TimeForm> form = form(samples(column), calledSo);
            if (form.isPresent()) {
                columnOf.put(ColumnMeaning.TIME, column);
                times = form.get();
                return;
            }
        }
        named.stream().findFirst().ifPresent(column -> columnOf.put(ColumnMeaning.TIME, column));
    }

    /**
     * The form by which most of the values are times of our age. Where day and month could change places, the form by which
     * they lie closer together: a file is rather of some weeks than of one day in each month.
     *
     * @param calledSo whether the column is called a time; if not, mere numbers are none
     */
    private Optional<TimeForm> form(List<String> values, boolean calledSo) {
        TimeForm best = null;
        long bestCount = 0;
        Duration bestSpan = Duration.ZERO;
        for (TimeForm form : TimeForm.values()) {
            if (!calledSo && form.name().startsWith("EPOCH")) {
                continue;
            }
            List<Instant> read = values.stream()
                    .flatMap(value -> read(form, value).stream())
                    .sorted()
                    .toList();
            if (read.isEmpty() || read.size() * 2 < values.size()) {
                continue;
            }
            Duration span = Duration.between(read.get(0), read.get(read.size() - 1));
            if (read.size() > bestCount || read.size() == bestCount && span.compareTo(bestSpan) < 0) {
                best = form;
                bestCount = read.size();
                bestSpan = span;
            }
        }
        return Optional.ofNullable(best);
    }

    private Optional<Instant> read(TimeForm form, String value) {
        try {
            return Optional.of(form.parse(value, zone)).filter(time -> time.isAfter(EARLIEST) && time.isBefore(LATEST));
        } catch (DateTimeException | ArithmeticException | NumberFormatException e) {
            return Optional.empty();
        }
    }

    /** "value" and the like are money only where a currency stands beside them or nothing else says what was done. */
    private void amount() {
        boolean moneyLikely = columnOf.containsKey(ColumnMeaning.CURRENCY) || !columnOf.containsKey(ColumnMeaning.NAME);
        byName(ColumnMeaning.AMOUNT).stream()
                .filter(column -> ColumnMeaning.rank(ColumnMeaning.AMOUNT, names.get(column))
                                        .orElseThrow()
                                == 0
                        || moneyLikely && mostlyNumbers(column))
                .findFirst()
                .ifPresent(column -> columnOf.put(ColumnMeaning.AMOUNT, column));
    }

    private boolean mostlyNumbers(int column) {
        List<String> values = samples(column);
        return values.stream().filter(value -> NUMBER.matcher(value).matches()).count() * 2 > values.size();
    }

    public TimeForm times() {
        return times;
    }

    public boolean has(ColumnMeaning part) {
        return columnOf.containsKey(part);
    }

    public boolean decimalComma() {
        List<String> amounts = has(ColumnMeaning.AMOUNT) ? samples(columnOf.get(ColumnMeaning.AMOUNT)) : List.of();
        return !amounts.isEmpty()
                        && amounts.stream()
                                .anyMatch(value -> COMMA_NUMBER.matcher(value).matches())
                        && amounts.stream().noneMatch(value -> value.matches("-?\\d+\\.\\d{1,2}"))
                || threePlaceCommas(amounts);
    }

    /**
     * Whether amounts like 1,875 have a decimal comma: where one begins with a zero (0,990), or there are some and none is written
     * with a point, as a thousand with its comma mostly is beside smaller amounts.
     */
    private static boolean threePlaceCommas(List<String> amounts) {
        boolean commas =
                amounts.stream().anyMatch(value -> THREE_PLACES.matcher(value).matches());
        boolean zeros = amounts.stream().anyMatch(value -> value.matches("[-+]?0\\d*,\\d+"));
        boolean points = amounts.stream().anyMatch(value -> value.contains("."));
        return zeros && !points
                || commas
                        && !points
                        && amounts.stream()
                                .allMatch(value -> THREE_PLACES.matcher(value).matches());
    }

    public List<ImportFormat.Column> columns() {
        List<ImportFormat.Column> columns = new ArrayList<>();
        for (int column = 0; column < names.size(); column++) {
            int at = column;
            ColumnMeaning part = columnOf.entrySet().stream()
                    .filter(entry -> entry.getValue() == at)
                    .map(Map.Entry::getKey)
                    .findFirst()
                    .orElse(ColumnMeaning.PROPERTY);
            String name = names.get(column);
            if (name.startsWith(RejectedRowColumns.BEFORE)) {
                part = ColumnMeaning.NOTHING;
            }
            String property = part == ColumnMeaning.PROPERTY ? ColumnMeaning.property(name) : "";
            boolean taken = columns.stream().anyMatch(other -> other.property().equals(property));
            columns.add(new ImportFormat.Column(name, part, taken && !property.isEmpty() ? name : property));
        }
        return columns;
    }
}
