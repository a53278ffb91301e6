package org.urvant.project.mapping;

import java.util.List;
import java.util.Map;
import java.util.SortedMap;
import java.util.TreeMap;
import org.urvant.core.point.Access;
import org.urvant.core.point.AddressGroup;
import org.urvant.core.point.AddressGroup.Block;
import org.urvant.core.point.Claim;
import org.urvant.core.point.Form;
import org.urvant.core.point.PlacedPoint;
import org.urvant.core.point.Point;
import org.urvant.core.point.PointSpace;
import org.urvant.core.point.Role;
import org.urvant.core.point.Shape;
import org.urvant.core.text.NameRule;
import org.urvant.core.tree.Value;

/** A protocol that exists in this test only: ten lamps, which can be lit and nothing else. */
public final class ToySpace implements PointSpace {
    private static final AddressGroup LAMPS = new AddressGroup("lamp", new Block(1, 10), new Block(1, 10));

    private record Lamp(int number) implements PlacedPoint {
        @Override
        public String text() {
            return "lamp " + number;
        }

        @Override
        public String carrier() {
            return "lamp";
        }

        @Override
        public boolean permits(Access access) {
            return access == Access.READ;
        }

        @Override
        public Claim claim() {
            return new Claim("lamps", number, number + 1L);
        }

        @Override
        public String shownAddress() {
            return text();
        }

        @Override
        public SortedMap<String, Value> fields() {
            return new TreeMap<>(Map.of("lamp", Value.number(number)));
        }
    }

    @Override
    public String id() {
        return "toy";
    }

    @Override
    public String title() {
        return "Toy";
    }

    @Override
    public NameRule names() {
        return new NameRule(8, NameRule.Letters.ASCII);
    }

    @Override
    public Point read(String text, Role role) {
        return at("lamp", Integer.parseInt(text.substring("lamp ".length())));
    }

    @Override
    public boolean takesSignals(Role role) {
        return true;
    }

    @Override
    public List<String> carriers(Shape shape) {
        return shape.form() == Form.LOGICAL && shape.access() == Access.READ ? List.of("lamp") : List.of();
    }

    @Override
    public List<AddressGroup> groups() {
        return List.of(LAMPS);
    }

    @Override
    public AddressGroup group(String carrier) {
        return LAMPS;
    }

    @Override
    public PlacedPoint at(String carrier, int address) {
        return new Lamp(address);
    }
}
