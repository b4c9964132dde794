package coldtide.server.access;

import coldtide.server.http.Problem;
import coldtide.server.store.member.User;
import coldtide.server.store.member.User.Role;
import coldtide.server.store.member.UserRepository;
import java.security.SecureRandom;
import java.util.List;
import java.util.Locale;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * Members and their roles. A change ends the member's open sessions at once.
 */
@Component
class MemberService {
    static final int SHORTEST_PASSWORD = 12;
    static final int LONGEST_PASSWORD = 128;

    /** Without letters and digits that look alike. */
    private static final String LETTERS = "abcdefghjkmnpqrstuvwxyz23456789";

    private static final int LENGTH = 20;

    private final UserRepository users;
    private final PasswordEncoder passwords;
    private final OpenSessions sessions;
    private final Audit audit;
    private final SecureRandom random = new SecureRandom();

    MemberService(UserRepository users, PasswordEncoder passwords, OpenSessions sessions, Audit audit) {
        this.users = users;
        this.passwords = passwords;
        this.sessions = sessions;
        this.audit = audit;
    }

    /** Somebody with a password that was made for them, shown this once. */
    record WithPassword(User user, String password) {}

    List<User> all() {
        return users.findAllByOrderByName();
    }

    @Transactional
    WithPassword add(String name, Role role) {
        // Keys are called so where it is told who did something.
        if (name.toLowerCase(Locale.ROOT).startsWith("key ")) {
            throw Problem.badField(
                    "name", "A member cannot be called like an API key; choose a name without \"key\" before it.");
        }
        if (users.findByName(name).isPresent()) {
            throw Problem.conflict("name", "There is already a member called \"" + name + "\".");
        }
        String password = password();
        User user = users.save(new User(name, passwords.encode(password), role, false));
        audit.note("person added", name + ", " + word(role));
        return new WithPassword(user, password);
    }

    /** A password nobody could guess. */
    String password() {
        StringBuilder password = new StringBuilder();
        random.ints(LENGTH, 0, LETTERS.length()).forEach(i -> password.append(LETTERS.charAt(i)));
        return password.toString();
    }

    @Transactional
    User changeRole(int id, Role role) {
        User user = require(id);
        if (user.role() != role) {
            keepAKeeper(user);
            user.changeRole(role);
            audit.note("role changed", user.name() + ", now " + word(role));
            sessions.endAllAfterCommit(user.name());
        }
        return users.save(user);
    }

    @Transactional
    WithPassword newPassword(int id) {
        User user = require(id);
        String password = password();
        user.changePassword(passwords.encode(password));
        audit.note("password made anew", user.name());
        sessions.endAllAfterCommit(user.name());
        return new WithPassword(users.save(user), password);
    }

    @Transactional
    User end(int id) {
        User user = require(id);
        if (user.ended().isEmpty()) {
            keepAKeeper(user);
            user.end();
            audit.note("person shut out", user.name());
            sessions.endAllAfterCommit(user.name());
        }
        return users.save(user);
    }

    @Transactional
    User takeBack(int id) {
        User user = require(id);
        user.takeBack();
        audit.note("person let in again", user.name());
        return users.save(user);
    }

    /** The present password was given wrongly by the member who wants to change it. */
    static final class WrongPassword extends RuntimeException {
        private static final long serialVersionUID = 1L;
    }

    /**
     * Somebody changes their own password; other sessions of theirs stay.
     *
     * @throws WrongPassword if {@code old} is not the present one
     */
    @Transactional
    void changeOwnPassword(String name, String old, String fresh) {
        User user =
                users.findByName(name).orElseThrow(() -> Problem.notFound("There is no member called " + name + "."));
        if (user.demo()) {
            throw Problem.conflict("The password of the demo account stays as it is.");
        }
        if (!passwords.matches(old, user.passwordHash())) {
            throw new WrongPassword();
        }
        if (fresh.length() < SHORTEST_PASSWORD) {
            throw Problem.badField("fresh", "A password needs at least " + SHORTEST_PASSWORD + " characters.");
        }
        user.changePassword(passwords.encode(fresh));
        users.save(user);
        audit.note("password changed", name);
    }

    private User require(int id) {
        return users.findById(id).orElseThrow(() -> Problem.notFound("There is no member number " + id + "."));
    }

    private void keepAKeeper(User user) {
        boolean last = user.role() == Role.KEEPER
                && user.ended().isEmpty()
                && users.countByRoleAndEndedIsNull(Role.KEEPER) == 1;
        if (last) {
            throw Problem.conflict("role", user.name() + " is the last admin. Make another member an admin first.");
        }
    }

    private static String word(Role role) {
        return role.name().toLowerCase(Locale.ROOT);
    }
}
