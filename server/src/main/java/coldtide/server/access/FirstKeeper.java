package coldtide.server.access;

import coldtide.server.store.User;
import coldtide.server.store.UserRepository;
import java.security.SecureRandom;
import java.util.Optional;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.core.annotation.Order;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Component;

/** The first start makes a keeper with a generated password, which is shown once and kept only as a hash. */
@Component
@Order(1)
public class FirstKeeper implements ApplicationRunner {
    public static final String NAME = "keeper";

    /** Without letters and digits that look alike. */
    private static final String LETTERS = "abcdefghjkmnpqrstuvwxyz23456789";

    private static final int LENGTH = 20;

    private final UserRepository users;
    private final PasswordEncoder passwords;
    private String shownOnce;

    FirstKeeper(UserRepository users, PasswordEncoder passwords) {
        this.users = users;
        this.passwords = passwords;
    }

    @Override
    public void run(ApplicationArguments arguments) {
        if (users.count() > 0) {
            return;
        }
        StringBuilder password = new StringBuilder();
        new SecureRandom().ints(LENGTH, 0, LETTERS.length()).forEach(i -> password.append(LETTERS.charAt(i)));
        users.save(new User(NAME, passwords.encode(password), User.Role.KEEPER, false));
        shownOnce = password.toString();
    }

    /** The password of a keeper made by this start, the first time it is asked for. */
    public Optional<String> takePassword() {
        Optional<String> password = Optional.ofNullable(shownOnce);
        shownOnce = null;
        return password;
    }
}
