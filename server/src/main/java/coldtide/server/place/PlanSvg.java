package coldtide.server.place;

import coldtide.server.http.Problem;
import coldtide.server.store.app.FloorPlan;
import java.io.StringReader;
import java.io.StringWriter;
import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import javax.xml.stream.XMLInputFactory;
import javax.xml.stream.XMLOutputFactory;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;
import javax.xml.stream.XMLStreamWriter;

/**
 * A drawing made harmless: of what was given only shapes and texts are written anew, with what says how they look; nothing that runs, is
 * fetched from elsewhere or stands for something else. Elements and attributes are those of SVG 2 (W3C).
 *
 * @param box by its view box, or its width and height
 * @param leftOut names of elements and attributes that were not taken over
 */
record PlanSvg(String text, FloorPlan.Box box, Set<String> leftOut) {
    private static final String NAMESPACE = "http://www.w3.org/2000/svg";
    static final int MOST_CHARACTERS = 1_000_000;
    private static final int DEEPEST = 100;

    private static final Set<String> ELEMENTS = Set.of(
            "svg",
            "g",
            "path",
            "rect",
            "circle",
            "ellipse",
            "line",
            "polyline",
            "polygon",
            "text",
            "tspan",
            "title",
            "desc");
    private static final Set<String> ATTRIBUTES = Set.of(
            "viewBox",
            "width",
            "height",
            "x",
            "y",
            "x1",
            "y1",
            "x2",
            "y2",
            "cx",
            "cy",
            "r",
            "rx",
            "ry",
            "dx",
            "dy",
            "d",
            "points",
            "transform",
            "fill",
            "fill-opacity",
            "fill-rule",
            "stroke",
            "stroke-width",
            "stroke-opacity",
            "stroke-linecap",
            "stroke-linejoin",
            "stroke-dasharray",
            "opacity",
            "font-size",
            "font-family",
            "font-weight",
            "text-anchor",
            "role",
            "aria-label");

    /** @throws Problem if it is no SVG, or says nowhere how large it is */
    static PlanSvg of(String given) {
        if (given.length() > MOST_CHARACTERS) {
            throw Problem.badField("svg", "The drawing has more than 1,000,000 characters.");
        }
        try {
            return new Copy(given).plan();
        } catch (XMLStreamException why) {
            throw Problem.badField(
                    "svg",
                    "The drawing is no well-formed SVG: line "
                            + why.getLocation().getLineNumber() + ", column "
                            + why.getLocation().getColumnNumber() + ".");
        }
    }

    /** One copying. */
    private static final class Copy {
        private final XMLStreamReader from;
        private final StringWriter text = new StringWriter();
        private final XMLStreamWriter to;
        private final Set<String> leftOut = new TreeSet<>();
        private FloorPlan.Box box;
        private int depth;

        Copy(String given) throws XMLStreamException {
            XMLInputFactory factory = XMLInputFactory.newDefaultFactory();
            factory.setProperty(XMLInputFactory.SUPPORT_DTD, false);
            factory.setProperty(XMLInputFactory.IS_SUPPORTING_EXTERNAL_ENTITIES, false);
            factory.setProperty(XMLInputFactory.IS_NAMESPACE_AWARE, true);
            from = factory.createXMLStreamReader(new StringReader(given));
            to = XMLOutputFactory.newDefaultFactory().createXMLStreamWriter(text);
        }

        PlanSvg plan() throws XMLStreamException {
            while (from.hasNext()) {
                switch (from.next()) {
                    case XMLStreamConstants.START_ELEMENT -> start();
                    case XMLStreamConstants.END_ELEMENT -> {
                        depth--;
                        to.writeEndElement();
                    }
                    case XMLStreamConstants.CHARACTERS, XMLStreamConstants.CDATA -> {
                        if (depth > 0) {
                            to.writeCharacters(from.getText());
                        }
                    }
                    case XMLStreamConstants.DTD -> leftOut.add("DOCTYPE");
                    default -> {
                        // Comments and instructions are no drawing.
                    }
                }
            }
            to.flush();
            return new PlanSvg(text.toString(), box, leftOut);
        }

        private void start() throws XMLStreamException {
            String name = from.getLocalName();
            if (depth == 0 && !(name.equals("svg") && isSvg())) {
                throw Problem.badField("svg", "The drawing begins with \"" + name + "\" and not with \"svg\".");
            }
            if (!isSvg() || !ELEMENTS.contains(name)) {
                leftOut.add(name);
                passOver();
                return;
            }
            if (++depth > DEEPEST) {
                throw Problem.badField("svg", "The drawing is nested more than " + DEEPEST + " deep.");
            }
            to.writeStartElement(name);
            if (depth == 1) {
                to.writeDefaultNamespace(NAMESPACE);
                box = box().orElseThrow(() -> Problem.badField(
                        "svg",
                        "The drawing says nowhere how large it is: it needs a viewBox of four numbers, or a width and a"
                                + " height."));
            }
            for (int i = 0; i < from.getAttributeCount(); i++) {
                attribute(from.getAttributeLocalName(i), from.getAttributeValue(i), from.getAttributeNamespace(i));
            }
        }

        private boolean isSvg() {
            return NAMESPACE.equals(from.getNamespaceURI());
        }

        private void attribute(String name, String value, String namespace) throws XMLStreamException {
            boolean plain = namespace == null || namespace.isEmpty();
            if (plain && ATTRIBUTES.contains(name) && !mayReachOut(value)) {
                to.writeAttribute(name, value);
            } else {
                leftOut.add(name);
            }
        }

        /** Whether a value may name something elsewhere: {@code url(}, in whatever case, also where it is written by escapes. */
        private static boolean mayReachOut(String value) {
            return value.toLowerCase(Locale.ROOT).contains("url(") || value.indexOf('\\') >= 0;
        }

        /** An element with all that is in it. */
        private void passOver() throws XMLStreamException {
            int inside = 1;
            while (inside > 0) {
                int event = from.next();
                inside += event == XMLStreamConstants.START_ELEMENT
                        ? 1
                        : event == XMLStreamConstants.END_ELEMENT ? -1 : 0;
            }
        }

        private Optional<FloorPlan.Box> box() {
            String view = from.getAttributeValue(null, "viewBox");
            String size = "0 0 " + from.getAttributeValue(null, "width") + " " + from.getAttributeValue(null, "height");
            String given = view == null ? size.replace("px", "") : view;
            try {
                double[] numbers = Arrays.stream(given.trim().split("[ ,]+"))
                        .mapToDouble(Double::parseDouble)
                        .toArray();
                boolean isBox = numbers.length == 4
                        && Arrays.stream(numbers).allMatch(Double::isFinite)
                        && numbers[2] > 0
                        && numbers[3] > 0;
                return isBox
                        ? Optional.of(new FloorPlan.Box(numbers[0], numbers[1], numbers[2], numbers[3]))
                        : Optional.empty();
            } catch (NumberFormatException noNumber) {
                return Optional.empty();
            }
        }
    }
}
