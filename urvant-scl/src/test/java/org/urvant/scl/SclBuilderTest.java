package org.urvant.scl;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.Stream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SclBuilderTest {
    /** A plain tree beside the store, to hold it against. */
    private record Element(String name, int line, Map<String, String> attributes, List<Element> children) {}

    private static Element random(Random random, int depth, int[] line) {
        Map<String, String> attributes = new HashMap<>();
        for (int i = random.nextInt(4); i > 0; i--) {
            attributes.put("a" + random.nextInt(6), "v" + random.nextInt(9));
        }
        List<Element> children = new ArrayList<>();
        String[] names = {"IED", "LN", "DOI", "Private", "Unknown"};
        int own = ++line[0];
        for (int i = depth == 0 ? 0 : random.nextInt(5); i > 0; i--) {
            children.add(random(random, depth - 1, line));
        }
        return new Element(names[random.nextInt(names.length)], own, attributes, children);
    }

    private static void feed(SclBuilder builder, Element element, String name) {
        builder.open(name, element.line, 1);
        element.attributes.forEach(builder::attribute);
        element.children.forEach(child -> feed(builder, child, child.name));
        builder.close();
    }

    private static void compare(SclStore store, int row, Element element, String name) {
        Tag tag = Tag.of(name);
        assertThat(store.tag(row)).isEqualTo(tag);
        if (tag == Tag.OTHER) {
            assertThat(store.attribute(row, SclStore.NAME)).isEqualTo(name);
        }
        assertThat(store.line(row)).isEqualTo(element.line);
        for (int i = 0; i < 6; i++) {
            assertThat(store.attribute(row, "a" + i)).isEqualTo(element.attributes.get("a" + i));
        }
        List<Integer> rows = new ArrayList<>();
        store.children(row, null).forEach(rows::add);
        assertThat(rows).hasSameSizeAs(element.children);
        for (int i = 0; i < rows.size(); i++) {
            Element child = element.children.get(i);
            assertThat(store.parent(rows.get(i))).isEqualTo(row);
            compare(store, rows.get(i), child, child.name);
        }
        long lns = element.children.stream()
                .filter(child -> child.name.equals("LN"))
                .count();
        List<Integer> only = new ArrayList<>();
        store.children(row, Tag.LN).forEach(only::add);
        assertThat(only).hasSize((int) lns);
        assertThat(store.child(row, Tag.LN) >= 0).isEqualTo(lns > 0);
    }

    @Property(tries = 200)
    void theStoreHoldsTheTreeThatItWasGiven(@ForAll long seed, @ForAll @IntRange(max = 5) int depth) {
        Element root = random(new Random(seed), depth, new int[1]);
        SclBuilder builder = new SclBuilder("made");
        feed(builder, root, "SCL");
        SclFile file = builder.build();
        compare(file.store, 0, root, "SCL");
        assertThat(file.elementCount()).isEqualTo(builder.size());
    }

    /** What was read in parts is what would have been read at once, to the last number. */
    @Property(tries = 100)
    void partsThatFollowEachOtherMakeOneFile(@ForAll long seed, @ForAll @IntRange(min = 1, max = 5) int parts) {
        Random random = new Random(seed);
        List<Element> children = new ArrayList<>();
        List<Integer> firstLines = new ArrayList<>();
        int[] line = {1};
        for (int i = 0; i < 3 * parts; i++) {
            firstLines.add(line[0]);
            children.add(random(random, 2, line));
        }
        SclBuilder whole = new SclBuilder("made");
        feed(whole, new Element("SCL", 1, Map.of("a1", "root"), children), "SCL");
        SclBuilder joined = new SclBuilder("made", 1);
        joined.open("SCL", 1, 1);
        joined.attribute("a1", "root");
        for (int part = 0; part < parts; part++) {
            int before = firstLines.get(3 * part);
            SclBuilder next = part == 0 ? joined : new SclBuilder("made", 1);
            if (part > 0) {
                next.open("SCL", 0, 0);
            }
            for (Element child : children.subList(3 * part, 3 * part + 3)) {
                feed(next, part == 0 ? child : moved(child, before), child.name);
            }
            if (part > 0) {
                joined.append(next, before);
            }
        }
        joined.close();
        assertThat(octets(joined.build())).isEqualTo(octets(whole.build()));
    }

    private static Element moved(Element element, int lines) {
        return new Element(
                element.name,
                element.line - lines,
                element.attributes,
                element.children.stream().map(child -> moved(child, lines)).toList());
    }

    private static List<Byte> octets(SclFile file) {
        List<Byte> all = new ArrayList<>();
        StoreForm.write(file, "0".repeat(64), piece -> {
            while (piece.hasRemaining()) {
                all.add(piece.get());
            }
        });
        return all;
    }

    @Test
    void aPartFollowsOnlyWhereBothRootsAreOpen() {
        SclBuilder first = new SclBuilder("made");
        SclBuilder second = new SclBuilder("made");
        first.open("SCL", 1, 1);
        assertThatThrownBy(() -> first.append(second, 0)).hasMessageContaining("only roots are open");
        second.open("SCL", 0, 0);
        second.open("IED", 1, 1);
        assertThatThrownBy(() -> first.append(second, 0)).hasMessageContaining("only roots are open");
    }

    /** "Aa" and "BB" have one hash code, and so has what is made of them: 65,536 such texts are no more work than others. */
    @Test
    void textsOfOneHashCodeAreNumberedLikeOthers() {
        List<String> texts = List.of("");
        for (int i = 0; i < 16; i++) {
            texts = texts.stream()
                    .flatMap(text -> Stream.of(text + "Aa", text + "BB"))
                    .toList();
        }
        assertThat(texts.get(0).hashCode()).isEqualTo(texts.get(65_535).hashCode());
        StringPool strings = new StringPool();
        OctetPool octets = new OctetPool();
        for (int i = 0; i < texts.size(); i++) {
            assertThat(strings.add(texts.get(i))).isEqualTo(i);
            assertThat(octets.add(texts.get(i))).isEqualTo(i);
        }
        assertThat(strings.find(texts.get(40_000))).isEqualTo(40_000);
        assertThat(octets.close().get(40_000)).isEqualTo(texts.get(40_000));
        assertThat(strings.find("AaAb")).isEqualTo(-1);
    }

    @Test
    void textsAreToldApart() {
        OctetPool pool = new OctetPool();
        List<String> texts = List.of("AaAa", "AaBB", "BBAa", "BBBB", "", "Å", "Skarholm");
        for (int round = 0; round < 2; round++) {
            for (int i = 0; i < texts.size(); i++) {
                assertThat(pool.add(texts.get(i))).isEqualTo(i);
            }
        }
        for (int i = 0; i < 3000; i++) {
            assertThat(pool.add("t" + i)).isEqualTo(texts.size() + i);
        }
        OctetPool other = new OctetPool();
        other.add("new");
        other.add("BBAa");
        assertThat(pool.addAll(other)).containsExactly(texts.size() + 3000, 2);
        StringPool strings = pool.close();
        assertThat(strings.size()).isEqualTo(texts.size() + 3001);
        for (int i = 0; i < texts.size(); i++) {
            assertThat(strings.get(i)).isEqualTo(texts.get(i));
        }
        assertThat(strings.get(texts.size() + 3000)).isEqualTo("new");
    }

    @Test
    void aStringPoolGivesEachStringOneNumber() {
        StringPool pool = new StringPool();
        for (int round = 0; round < 2; round++) {
            for (int i = 0; i < 5000; i++) {
                assertThat(pool.add("s" + i)).isEqualTo(i);
            }
        }
        assertThat(pool.size()).isEqualTo(5000);
        assertThat(pool.find("s4999")).isEqualTo(4999);
        assertThat(pool.find("none")).isEqualTo(-1);
        assertThat(pool.get(17)).isEqualTo("s17");
    }

    @Test
    void whatIsNotWholeIsRefused() {
        SclBuilder builder = new SclBuilder("made");
        assertThatThrownBy(builder::build).isInstanceOf(IllegalStateException.class);
        builder.open("SCL", 1, 1);
        builder.open("Header", 2, 1);
        builder.close();
        assertThatThrownBy(() -> builder.attribute("late", "x")).hasMessageContaining("after a child");
        assertThatThrownBy(builder::build).hasMessageContaining("opened and closed");
    }

    /** Editions by IEC 61850-6:2009+A1:2018, 8.2.3: version, revision, and release where it is above 1. */
    @ParameterizedTest
    @CsvSource({",,,2003", "2007,A,,2007A", "2007,B,,2007B", "2007,B,1,2007B", "2007,B,4,2007B4"})
    void editionsAreVersionRevisionAndRelease(String version, String revision, String release, String edition) {
        SclBuilder builder = new SclBuilder("made");
        builder.open("SCL", 1, 1);
        if (version != null) {
            builder.attribute("version", version);
            builder.attribute("revision", revision);
        }
        if (release != null) {
            builder.attribute("release", release);
        }
        builder.close();
        assertThat(builder.build().edition()).isEqualTo(edition);
    }

    @Test
    void arraysAndNestedObjectsAreUnfolded() {
        LogicalDevice device = SclSketch.file(
                        "",
                        """
                        IED name=A
                          AccessPoint name=P
                            Server
                              LDevice inst=L ldName=FUNCTION
                                LN0 lnClass=LLN0 inst= lnType=N
                                LN lnClass=MHAI inst=1 lnType=N
                        DataTypeTemplates
                          LNodeType id=N lnClass=MHAI
                            DO name=Har type=H
                          DOType id=H cdc=HMV
                            SDO name=phsHar type=M count=3
                            DA name=n bType=INT16U fc=CF count=2
                            DA name=odd bType=BOOLEAN fc=QQ
                          DOType id=M cdc=CMV
                            DA name=cVal bType=FLOAT32 fc=MX
                        """)
                .ied("A")
                .orElseThrow()
                .logicalDevices()
                .get(0);
        assertThat(device.name()).as("ldName replaces IED name and instance").isEqualTo("FUNCTION");
        assertThat(device.nodes()).extracting(LogicalNode::name).containsExactly("LLN0", "MHAI1");
        List<DataAttribute> attributes = device.nodes().get(1).attributes();
        assertThat(attributes)
                .extracting(DataAttribute::path)
                .containsExactly(
                        "Har.phsHar(0).cVal",
                        "Har.phsHar(1).cVal",
                        "Har.phsHar(2).cVal",
                        "Har.n(0)",
                        "Har.n(1)",
                        "Har.odd");
        assertThat(attributes.get(0).objectClass()).isEqualTo("HMV");
        assertThat(attributes.get(0).innerClass()).isEqualTo("CMV");
        assertThat(attributes.get(0)).hasToString("FUNCTION/MHAI1.Har.phsHar(0).cVal [MX]");
        assertThat(attributes.get(5).constraint())
                .as("a constraint that the standard does not know")
                .isEmpty();
        assertThat(device.nodes().get(1).attributeAt("Har.n(1)")).contains(attributes.get(4));
    }

    private static void element(SclBuilder builder, String name, Map<String, String> attributes, Runnable inner) {
        builder.open(name, 1, 1);
        attributes.forEach(builder::attribute);
        inner.run();
        builder.close();
    }
}
