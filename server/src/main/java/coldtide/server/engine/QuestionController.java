package coldtide.server.engine;

import java.security.Principal;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** HTTP: gives up a question whose page no longer waits. */
@RestController
class QuestionController {
    /** Header by which a page names its question. */
    static final String HEADER = "Question-Name";

    private final Questions questions;

    QuestionController(Questions questions) {
        this.questions = questions;
    }

    /** Nobody can give up what somebody else asks. */
    static String own(Principal asker, String name) {
        return asker.getName() + " " + name;
    }

    @DeleteMapping("/api/questions/{name}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void giveUp(@PathVariable String name, Principal asker) {
        questions.giveUp(own(asker, name));
    }
}
