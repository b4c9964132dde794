package coldtide.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import coldtide.server.Application;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

@ExtendWith(Application.class)
class DoorTest {
    /** Links that were kept before the rooms had their present addresses. */
    @Test
    void aFormerAddressOfARoomLeadsToItWithItsQuestion() {
        try (Visitor visitor = Visitor.in("measures?days=2026-05-01..2026-05-31&by=week")) {
            visitor.page.waitForURL("**/a/gullcombe/metrics?days=2026-05-01..2026-05-31&by=week");
            visitor.word("Period").waitFor();
        }
    }

    @Test
    void aWrongPasswordIsToldAndTheRightOneOpensTheRoomAskedFor() {
        try (Visitor visitor = new Visitor()) {
            visitor.go("/a/gullcombe/retention?by=month");
            visitor.signIn("open sesame");
            assertThat(visitor.page.getByRole(AriaRole.ALERT)).containsText("Wrong name or password");
            visitor.signIn("fourteen-beacons");
            assertThat(visitor.word("Cohorts by")).hasText("month");
        }
    }

    @Test
    void signingOutShowsTheDoor() {
        try (Visitor visitor = Visitor.in("tide")) {
            visitor.page.getByLabel("Account: demo").click();
            visitor.page
                    .getByRole(AriaRole.MENUITEM, new Page.GetByRoleOptions().setName("Sign out"))
                    .click();
            assertThat(visitor.page.getByLabel("Password")).isVisible();
        }
    }

    @Test
    void anAddressThatIsNoneIsToldInASentence() {
        try (Visitor visitor = Visitor.in("tide")) {
            visitor.go("/a/nowhere/tide");
            assertThat(visitor.page.getByText("There is no app")).isVisible();
        }
    }
}
