package coldtide.e2e;

import static coldtide.e2e.Parts.head;
import static coldtide.e2e.Parts.room;
import static coldtide.e2e.Parts.roomLinks;
import static org.assertj.core.api.Assertions.assertThat;

import coldtide.server.Application;
import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.BrowserType.LaunchOptions;
import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Playwright;
import com.microsoft.playwright.assertions.PlaywrightAssertions;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.BoundingBox;
import com.microsoft.playwright.options.FilePayload;
import com.microsoft.playwright.options.LoadState;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;

/** Somebody at a browser of their own. Whatever the browser complains about fails the test that closes it. */
final class Visitor implements AutoCloseable {
    /** Whose each install is, by SQL: nobody in this world changes accounts on one device. */
    static final String WHOSE =
            "select install_id, coalesce(min(account_id), -install_id) as person from event group by install_id";

    private static final List<String> ARGUMENTS = List.of(
            "--no-sandbox",
            "--disable-gpu",
            "--disable-quic",
            "--no-first-run",
            "--disable-background-networking",
            "--disable-component-update",
            "--disable-sync");

    static {
        // A shared machine is sometimes slow; no test asserts a time, so waiting long is no fault.
        PlaywrightAssertions.setDefaultAssertionTimeout(30_000);
    }

    /** One for all tests of a run, which follow each other in one thread; each has a context of its own. */
    private static Browser browser;

    private final BrowserContext context;
    private final List<String> complaints = new ArrayList<>();
    final Page page;

    Visitor() {
        context = browser()
                .newContext(new Browser.NewContextOptions()
                        .setViewportSize(1280, 800)
                        .setLocale("en-GB"));
        page = context.newPage();
        page.onPageError(complaints::add);
        page.onConsoleMessage(message -> {
            // A refused request is logged by the browser whatever the page does with it.
            if (message.type().equals("error") && !message.text().startsWith("Failed to load resource")) {
                complaints.add(message.text());
            }
        });
    }

    private static synchronized Browser browser() {
        if (browser == null) {
            browser = Playwright.create(
                            new Playwright.CreateOptions().setEnv(Map.of("PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD", "1")))
                    .chromium()
                    .launch(new LaunchOptions()
                            .setExecutablePath(Path.of("/usr/bin/chromium"))
                            .setArgs(ARGUMENTS));
        }
        return browser;
    }

    /** Signed in with the demo account, in a room of the demo world. */
    static Visitor in(String room) {
        return as("demo", "fourteen-beacons", "/a/gullcombe/" + room);
    }

    /** Signed in, at an address. */
    static Visitor as(String name, String password, String path) {
        Visitor visitor = new Visitor();
        visitor.page.navigate(Application.address() + path);
        visitor.signIn(name, password);
        head(visitor.page).waitFor();
        return visitor;
    }

    void signIn(String password) {
        signIn("demo", password);
    }

    void signIn(String name, String password) {
        page.getByLabel("Name").fill(name);
        page.getByLabel("Password").fill(password);
        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Sign in"))
                .click();
    }

    /** A new app, whose page for bringing in files opens. */
    void makeApp(String name) {
        page.getByLabel("App: Gullcombe Lights").click();
        page.getByRole(AriaRole.MENUITEM, new Page.GetByRoleOptions().setName("New app"))
                .click();
        page.getByLabel("Name").fill(name);
        page.getByLabel("Time zone").fill("Atlantic/Azores");
        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Create"))
                .click();
    }

    void send(String name, String content) {
        page.getByLabel("File of events")
                .setInputFiles(new FilePayload(name, "text/csv", content.getBytes(StandardCharsets.UTF_8)));
    }

    void bringIn() {
        page.getByRole(
                        AriaRole.BUTTON,
                        new Page.GetByRoleOptions().setName("Import").setExact(true))
                .click();
    }

    /** An app of its own with all that a file holds. */
    void makeAppOf(String name, String file, String content) {
        makeApp(name);
        send(file, content);
        bringIn();
        PlaywrightAssertions.assertThat(page.locator("tr[data-import]").first()).containsText("done");
    }

    /** By the head, as anybody would. */
    void enter(String group, String room) {
        for (String link : List.of(group, room)) {
            page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName(link))
                    .click();
        }
    }

    void go(String path) {
        page.navigate(Application.address() + path);
    }

    /** A changeable word of the sentence. */
    Locator word(String label) {
        return page.locator("[data-word][aria-label^='" + label + ":']");
    }

    void choose(String label, String option) {
        word(label).click();
        page.getByRole(
                        AriaRole.MENUITEM,
                        new Page.GetByRoleOptions().setName(option).setExact(true))
                .click();
        // Keys count for the menu until it is gone.
        PlaywrightAssertions.assertThat(page.locator("[role=menu]")).hasCount(0);
    }

    /** One of a few in a form; of several fields of that label, in the last. */
    void pick(String label, String option) {
        page.getByLabel(label, new Page.GetByLabelOptions().setExact(true))
                .last()
                .click();
        option(option);
    }

    /** Types into a field that proposes names, and takes one. */
    void propose(String label, String name) {
        page.getByRole(
                        AriaRole.COMBOBOX,
                        new Page.GetByRoleOptions().setName(label).setExact(true))
                .last()
                .fill(name);
        option(name);
    }

    private void option(String name) {
        page.getByRole(
                        AriaRole.OPTION,
                        new Page.GetByRoleOptions().setName(name).setExact(true))
                .click();
        PlaywrightAssertions.assertThat(page.locator("[role=listbox]")).hasCount(0);
    }

    /** Waits until the room at hand has its answer. */
    void settle() {
        roomLinks(page).first().waitFor();
        page.waitForLoadState(LoadState.NETWORKIDLE);
        PlaywrightAssertions.assertThat(page.locator("[data-updating=true]")).hasCount(0);
        PlaywrightAssertions.assertThat(room(page)).not().hasText(Pattern.compile("^\\s*(Loading …)?\\s*$"));
        // Dialogs and lists fade in; colours can be checked only afterwards.
        page.waitForFunction("() => document.getAnimations().every(each => each.playState !== 'running'"
                + " || each.effect?.getComputedTiming().iterations === Infinity)");
    }

    /** Types a day, and a time where the field has one, as digits from the year on. */
    void date(String label, String digits) {
        page.getByRole(AriaRole.GROUP, new Page.GetByRoleOptions().setName(label))
                .getByRole(AriaRole.SPINBUTTON)
                .first()
                .click();
        page.keyboard().type(digits);
    }

    /** The rows of a long list. */
    Locator rows(String list) {
        return page.locator("[role=grid][aria-label='" + list + "'] [role=row][data-id]");
    }

    /** A cell of such a row, from 0. */
    static Locator cell(Locator row, int column) {
        return row.locator("[role=gridcell]").nth(column);
    }

    /** Exports the answer of the page in a format. */
    byte[] export(String format) {
        Download file =
                page.waitForDownload(() -> page.getByRole(AriaRole.GROUP, new Page.GetByRoleOptions().setName("Export"))
                        .getByText(format, new Locator.GetByTextOptions().setExact(true))
                        .click());
        try {
            return Files.readAllBytes(file.path());
        } catch (IOException unread) {
            throw new UncheckedIOException(unread);
        }
    }

    /** The CSV of an answer by its key, which waits for nothing itself: not while an answer is on its way or something is open. */
    Download exportByKey() {
        settle();
        PlaywrightAssertions.assertThat(page.locator("[role=menu],[role=listbox],[role=dialog]"))
                .hasCount(0);
        return page.waitForDownload(() -> page.keyboard().press("x"));
    }

    /** Drags the middle of something by pixels to the right. */
    void drag(Locator what, double right) {
        BoundingBox box = what.boundingBox();
        double x = box.x + box.width / 2;
        double y = box.y + box.height / 2;
        page.mouse().move(x, y);
        page.mouse().down();
        page.mouse().move(x + right / 2, y);
        page.mouse().move(x + right, y);
        page.mouse().up();
    }

    /** One whole number from the database, asked for independently of the product. */
    static long sql(String question, Object... values) throws SQLException {
        try (Connection connection = Application.sql();
                PreparedStatement statement = connection.prepareStatement(question)) {
            for (int i = 0; i < values.length; i++) {
                statement.setObject(i + 1, values[i]);
            }
            try (ResultSet row = statement.executeQuery()) {
                row.next();
                return row.getLong(1);
            }
        }
    }

    @Override
    public void close() {
        context.close();
        assertThat(complaints).as("what the browser complained about").isEmpty();
    }

    /** Presses a word of a row that asks first, and says yes. */
    void confirm(Locator row, String word) {
        row.getByText(word, new Locator.GetByTextOptions().setExact(true)).click();
        page.getByRole(AriaRole.DIALOG)
                .getByRole(
                        AriaRole.BUTTON,
                        new Locator.GetByRoleOptions().setName(word).setExact(true))
                .click();
    }
}
