package org.urvant.scl.selection;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.urvant.scl.DataAttribute;
import org.urvant.scl.DataSet;
import org.urvant.scl.Ied;
import org.urvant.scl.LogicalDevice;
import org.urvant.scl.LogicalNode;
import org.urvant.scl.SitePart;
import org.urvant.scl.StringPool;

/** Makes a {@link SignalIndex} of IEDs, or of what else offers signals. */
final class SignalIndexBuilder {
    private static final String OFFERED = " offered"; // no class of logical nodes

    private final String source;
    private final boolean keepsViews;
    private final StringPool texts = new StringPool();
    private final Map<Column, Numbers> columns = new EnumMap<>(Column.class);
    private final Map<String, Map<String, Shape>> shapes = new HashMap<>();
    private final Map<SitePart, Integer> places = new HashMap<>();
    private final Map<String, Integer> writtenPlaces = new HashMap<>();
    private final List<LogicalNode> views = new ArrayList<>();

    /** Numbers that grow. */
    private static final class Numbers {
        private int[] numbers = new int[64];
        private int size;

        void add(int number) {
            if (size == numbers.length) {
                numbers = Arrays.copyOf(numbers, size * 2);
            }
            numbers[size++] = number;
        }
    }

    /** A shape by its row, with the objects that take commands: whether their definition says status-only. */
    private record Shape(int row, Map<String, Boolean> statusOnly, Map<String, List<Integer>> commands) {}

    /** What leads from a dataset to a node. */
    private record Membership(int set, int path, int index, int constraint) {}

    SignalIndexBuilder(String source, boolean keepsViews) {
        this.source = source;
        this.keepsViews = keepsViews;
        for (Column column : Column.values()) {
            columns.put(column, new Numbers());
        }
        texts.add(""); // has number 0
        add(Column.SHAPE_START, 0);
        add(Column.OBJECT_START, 0);
        add(Column.SET_START, 0);
        add(Column.FLIP_START, 0);
    }

    private void add(Column column, int number) {
        columns.get(column).add(number);
    }

    private void add(Column column, String text) {
        columns.get(column).add(texts.add(text));
    }

    private int size(Column column) {
        return columns.get(column).size;
    }

    SignalIndexBuilder add(List<Ied> ieds) {
        ieds.forEach(this::add);
        return this;
    }

    private void add(Ied ied) {
        add(Column.IED_NAME, ied.name());
        add(Column.IED_MAKER, ied.maker());
        add(Column.IED_MODEL, ied.type());
        add(Column.IED_TEXT, ied.description());
        List<LogicalDevice> devices = ied.logicalDevices();
        List<List<LogicalNode>> nodes =
                devices.stream().map(LogicalDevice::nodes).toList();
        Map<String, List<Membership>> memberships = memberships(nodes);
        for (int i = 0; i < devices.size(); i++) {
            LogicalDevice device = devices.get(i);
            add(Column.DEVICE_IED, size(Column.IED_NAME) - 1);
            add(Column.DEVICE_INSTANCE, device.instance());
            add(Column.DEVICE_NAME, device.name());
            add(Column.DEVICE_TEXT, device.description());
            String before = device.name() + "/";
            for (LogicalNode node : nodes.get(i)) {
                String name = node.name();
                node(node, name, memberships.getOrDefault(before + name, List.of()));
            }
        }
    }

    /** Adds signals that are no data attributes: each is a node of its own, whose path ends there. */
    SignalIndexBuilder add(OfferedSignal.Owner owner, List<OfferedSignal> signals) {
        add(Column.IED_NAME, owner.name());
        add(Column.IED_MAKER, owner.maker());
        add(Column.IED_MODEL, owner.model());
        add(Column.IED_TEXT, owner.description());
        add(Column.DEVICE_IED, size(Column.IED_NAME) - 1);
        add(Column.DEVICE_INSTANCE, "");
        add(Column.DEVICE_NAME, owner.name());
        add(Column.DEVICE_TEXT, "");
        signals.forEach(this::add);
        return this;
    }

    private void add(OfferedSignal signal) {
        add(Column.NODE_DEVICE, size(Column.DEVICE_NAME) - 1);
        add(Column.NODE_NAME, signal.name());
        add(Column.NODE_CLASS, "");
        add(Column.NODE_SHAPE, shape(signal));
        add(Column.NODE_TEXT, signal.description());
        add(Column.NODE_PLACE, signal.place().isEmpty() ? -1 : place(signal.place()));
        add(Column.NODE_PLACE_INFERRED, 0);
        add(Column.OBJECT_START, size(Column.OBJECT_NAME));
        add(Column.SET_START, size(Column.SET_NAME));
        add(Column.FLIP_START, size(Column.FLIP_ATTRIBUTE));
    }

    private int shape(OfferedSignal signal) {
        String key = signal.sort() + "|" + signal.form() + "|" + signal.unit() + "|" + signal.kinds();
        return shapes.computeIfAbsent(OFFERED, name -> new HashMap<>())
                .computeIfAbsent(key, name -> newShape(signal))
                .row;
    }

    private Shape newShape(OfferedSignal signal) {
        for (Column column : List.of(Column.PATH, Column.OBJECT, Column.ATTRIBUTE, Column.OUTER_CLASS, Column.TEXT)) {
            add(column, "");
        }
        add(Column.INNER_CLASS, signal.sort());
        add(Column.BASIC_TYPE, signal.form());
        add(Column.CONSTRAINT, "");
        add(Column.QUANTITY, Quantity.ofUnit(signal.unit()));
        add(Column.PHASE, "");
        add(Column.LINE, 0);
        int kinds = 0;
        for (SignalKind kind : signal.kinds()) {
            kinds |= 1 << kind.ordinal();
        }
        add(Column.KINDS, kinds);
        add(Column.SHAPE_START, size(Column.PATH));
        return new Shape(size(Column.SHAPE_START) - 2, Map.of(), Map.of());
    }

    /** A place is written as site/level/bay/equipment; one with fewer parts is a bay. */
    private int place(String path) {
        return writtenPlaces.computeIfAbsent(path, key -> {
            String[] parts = path.split("/");
            add(Column.PLACE_PATH, path);
            add(Column.PLACE_LEVEL, parts.length > 2 ? parts[1] : "");
            add(Column.PLACE_BAY, parts.length > 2 ? parts[2] : path);
            add(Column.PLACE_EQUIPMENT, parts.length > 3 ? parts[3] : "");
            return size(Column.PLACE_PATH) - 1;
        });
    }

    private Map<String, List<Membership>> memberships(List<List<LogicalNode>> nodes) {
        Map<String, List<Membership>> all = new HashMap<>();
        for (List<LogicalNode> device : nodes) {
            for (LogicalNode node : device) {
                for (DataSet set : node.dataSets()) {
                    int name = texts.add(set.name());
                    for (DataSet.Member member : set.members()) {
                        all.computeIfAbsent(member.node(), key -> new ArrayList<>())
                                .add(new Membership(
                                        name,
                                        texts.add(member.path()),
                                        member.index(),
                                        texts.add(member.constraint())));
                    }
                }
            }
        }
        return all;
    }

    private void node(LogicalNode node, String name, List<Membership> memberships) {
        Shape shape = shape(node);
        add(Column.NODE_DEVICE, size(Column.DEVICE_NAME) - 1);
        add(Column.NODE_NAME, name);
        add(Column.NODE_CLASS, node.nodeClass());
        add(Column.NODE_SHAPE, shape.row);
        add(Column.NODE_TEXT, node.description());
        Optional<SitePart> place = node.place();
        add(Column.NODE_PLACE, place.isEmpty() ? -1 : place(place.get()));
        add(Column.NODE_PLACE_INFERRED, node.isPlaceInferred() ? 1 : 0);
        for (Map.Entry<String, String> described : node.objectDescriptions().entrySet()) {
            add(Column.OBJECT_NAME, described.getKey());
            add(Column.OBJECT_TEXT, described.getValue());
        }
        for (Membership membership : memberships) {
            add(Column.SET_NAME, membership.set);
            add(Column.SET_PATH, membership.path);
            add(Column.SET_INDEX, membership.index);
            add(Column.SET_CONSTRAINT, membership.constraint);
        }
        for (Map.Entry<String, Boolean> statusOnly : shape.statusOnly.entrySet()) {
            Optional<String> model = node.valueAt(List.of(statusOnly.getKey(), "ctlModel"));
            if (model.isPresent() && SignalKind.isStatusOnly(model.get()) != statusOnly.getValue()) {
                for (int attribute : shape.commands.get(statusOnly.getKey())) {
                    add(Column.FLIP_ATTRIBUTE, attribute);
                }
            }
        }
        add(Column.OBJECT_START, size(Column.OBJECT_NAME));
        add(Column.SET_START, size(Column.SET_NAME));
        add(Column.FLIP_START, size(Column.FLIP_ATTRIBUTE));
        if (keepsViews) {
            views.add(node);
        }
    }

    private int place(SitePart part) {
        Integer known = places.get(part);
        if (known == null) {
            add(Column.PLACE_PATH, part.path());
            add(Column.PLACE_LEVEL, name(part, SitePart.Kind.VOLTAGE_LEVEL));
            add(Column.PLACE_BAY, name(part, SitePart.Kind.BAY));
            boolean inside =
                    Set.of(SitePart.Kind.EQUIPMENT, SitePart.Kind.FUNCTION).contains(part.kind());
            add(Column.PLACE_EQUIPMENT, inside ? part.name() : "");
            known = size(Column.PLACE_PATH) - 1;
            places.put(part, known);
        }
        return known;
    }

    private static String name(SitePart part, SitePart.Kind kind) {
        return part.within(kind).map(SitePart::name).orElse("");
    }

    private Shape shape(LogicalNode node) {
        Map<String, Shape> ofClass = shapes.computeIfAbsent(node.nodeClass(), key -> new HashMap<>());
        String key = node.shape();
        Shape known = ofClass.get(key);
        if (known == null) {
            known = newShape(node);
            ofClass.put(key, known);
        }
        return known;
    }

    private Shape newShape(LogicalNode node) {
        Map<String, Boolean> statusOnly = new HashMap<>();
        Map<String, List<Integer>> commands = new HashMap<>();
        Map<String, String> quantities = new HashMap<>();
        int number = 0;
        for (DataAttribute attribute : node.attributes()) {
            String object = attribute.objectName();
            add(Column.PATH, attribute.path());
            add(Column.OBJECT, object);
            add(Column.ATTRIBUTE, attribute.attributePath());
            add(Column.INNER_CLASS, attribute.innerClass());
            add(Column.OUTER_CLASS, attribute.objectClass());
            add(Column.BASIC_TYPE, attribute.basicType());
            add(Column.TEXT, attribute.definedDescription());
            add(Column.CONSTRAINT, attribute.constraint().map(Enum::name).orElse(""));
            add(Column.QUANTITY, quantities.computeIfAbsent(object, Quantity::of));
            add(Column.PHASE, Quantity.phase(attribute.path()));
            add(Column.LINE, attribute.position().line());
            int kinds = 0;
            for (SignalKind kind : SignalKind.values()) {
                boolean fits = !kind.definedReason(attribute).isEmpty();
                if (fits && kind == SignalKind.COMMAND) {
                    commands.computeIfAbsent(object, name -> new ArrayList<>()).add(number);
                    fits = !statusOnly.computeIfAbsent(object, name -> isStatusOnly(attribute));
                }
                kinds |= fits ? 1 << kind.ordinal() : 0;
            }
            add(Column.KINDS, kinds);
            number++;
        }
        add(Column.SHAPE_START, size(Column.PATH));
        return new Shape(size(Column.SHAPE_START) - 2, statusOnly, commands);
    }

    private static boolean isStatusOnly(DataAttribute command) {
        return SignalKind.isStatusOnly(SignalKind.controlModel(command)
                .flatMap(DataAttribute::defaultValue)
                .orElse(""));
    }

    SignalIndex build() {
        Map<Column, int[]> built = new EnumMap<>(Column.class);
        columns.forEach((column, numbers) -> built.put(column, Arrays.copyOf(numbers.numbers, numbers.size)));
        texts.close();
        return new SignalIndex(source, texts, built, Set.of(), List.copyOf(views));
    }
}
