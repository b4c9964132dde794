package coldtide.core.filter;

import coldtide.core.filter.value.PersonValues;
import coldtide.core.filter.value.TextTestMemo;
import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import java.util.List;

/** Conditions on users: a bit a user. */
abstract class PersonMask extends ShardBits {
    static ShardBits of(PersonCondition condition, Conditions known) {
        if (condition instanceof PersonCondition.Property property) {
            return new ByProperty(property);
        }
        if (condition instanceof PersonCondition.Did did) {
            return did.what() instanceof EventCondition.Named named
                    ? new DidNamed(named.names(), did)
                    : new Behaved(known.mask(did.what()), did);
        }
        if (condition instanceof PersonCondition.FirstDid did) {
            return new Began(known.mask(did.what()), did.when());
        }
        if (condition instanceof PersonCondition.Then then) {
            return new Followed(known.mask(then.first()), known.mask(then.second()), then);
        }
        if (condition instanceof PersonCondition.Listed listed) {
            return new OneOf(listed.people());
        }
        if (condition instanceof PersonCondition.ByRule by) {
            return new Ruled(by.rule(), known);
        }
        if (condition instanceof PersonCondition.All all) {
            return new Joined(masks(all.of(), known), true, PEOPLE);
        }
        if (condition instanceof PersonCondition.Either either) {
            return new Joined(masks(either.of(), known), false, PEOPLE);
        }
        return new Others(known.mask(((PersonCondition.Not) condition).of()), PEOPLE);
    }

    private static List<ShardBits> masks(List<PersonCondition> conditions, Conditions known) {
        return conditions.stream().map(known::mask).toList();
    }

    private static final class Ruled extends PersonMask {
        private final PersonRule rule;
        private final Conditions known;

        Ruled(PersonRule rule, Conditions known) {
            this.rule = rule;
            this.known = known;
        }

        @Override
        long[] compute(EventLog log, Shard shard) {
            return rule.bits(log, known, shard);
        }
    }

    /** User by user. */
    private abstract static class Each extends PersonMask {
        @Override
        final long[] compute(EventLog log, Shard shard) {
            long[] bits = BitMasks.of(shard.people());
            Test test = test(log, shard);
            for (int person = shard.person(0); person < shard.people(); person = shard.person(person + 1)) {
                if (test.passes(person)) {
                    BitMasks.set(bits, person);
                }
            }
            return bits;
        }

        abstract Test test(EventLog log, Shard shard);

        interface Test {
            boolean passes(int person);
        }
    }

    private static final class ByProperty extends Each {
        private final PersonCondition.Property property;
        private final TextTestMemo test;

        ByProperty(PersonCondition.Property property) {
            this.property = property;
            test = new TextTestMemo(property.test());
        }

        @Override
        Test test(EventLog log, Shard shard) {
            PersonValues values = new PersonValues(log, shard, property.property());
            boolean first = property.which() == PersonCondition.Which.FIRST;
            return person -> {
                if (first ? !values.first(person) : !values.latest(person)) {
                    return false;
                }
                return values.isText() ? test.passes(log.texts(), (int) values.value()) : test.passes(values.value());
            };
        }
    }

    private static final class OneOf extends Each {
        private final PeopleList people;

        OneOf(PeopleList people) {
            this.people = people;
        }

        @Override
        Test test(EventLog log, Shard shard) {
            return person -> shard.isOneOf(person, people.owners());
        }
    }

    private static final class Behaved extends Each {
        private final ShardBits what;
        private final PersonCondition.Did did;

        Behaved(ShardBits what, PersonCondition.Did did) {
            this.what = what;
            this.did = did;
        }

        @Override
        Test test(EventLog log, Shard shard) {
            long[] rows = what.bits(log, shard);
            RowsInWindow within = new RowsInWindow(log, shard, did.when());
            return person -> {
                int times = BitMasks.count(rows, within.from(person), within.to(person));
                return times >= did.least() && times <= did.most();
            };
        }
    }

    private static final class Began extends Each {
        private final ShardBits what;
        private final Window when;

        Began(ShardBits what, Window when) {
            this.what = what;
            this.when = when;
        }

        @Override
        Test test(EventLog log, Shard shard) {
            long[] rows = what.bits(log, shard);
            RowsInWindow within = new RowsInWindow(log, shard, when);
            return person -> {
                int end = shard.eventFrom[person + 1];
                int first = BitMasks.next(rows, shard.eventFrom[person], end);
                return first < end && first >= within.from(person) && first < within.to(person);
            };
        }
    }

    private static final class Followed extends Each {
        private final ShardBits first;
        private final ShardBits second;
        private final PersonCondition.Then then;

        Followed(ShardBits first, ShardBits second, PersonCondition.Then then) {
            this.first = first;
            this.second = second;
            this.then = then;
        }

        @Override
        Test test(EventLog log, Shard shard) {
            long[] firsts = first.bits(log, shard);
            long[] seconds = second.bits(log, shard);
            RowsInWindow within = new RowsInWindow(log, shard, then.when());
            long most = then.within().toMillis();
            return person -> {
                int end = shard.eventFrom[person + 1];
                int to = within.to(person);
                for (int row = BitMasks.next(firsts, within.from(person), to);
                        row < to;
                        row = BitMasks.next(firsts, row + 1, to)) {
                    int next = BitMasks.next(seconds, row + 1, end);
                    if (next < end && log.millisAt(shard, next) - log.millisAt(shard, row) <= most) {
                        return true;
                    }
                }
                return false;
            };
        }
    }
}
