package org.urvant.core.logic;

import java.math.BigInteger;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.urvant.core.language.ProgramText;
import org.urvant.core.language.ProgramText.Declaration;
import org.urvant.core.language.ProgramText.Section;
import org.urvant.core.language.Term;
import org.urvant.core.language.TextPlace;
import org.urvant.core.logic.Symbols.Instance;
import org.urvant.core.logic.Variable.Use;
import org.urvant.core.text.NearestName;

/** Takes in what one program declares: constants, variables, inputs, outputs, and instances of blocks. */
final class Declarations {
    private final Symbols symbols;
    private final Compiler compiler;
    private final Map<Instance, TextPlace> declared = new HashMap<>();
    private final Map<Variable, TextPlace> outputs = new HashMap<>();

    Declarations(Symbols symbols, Compiler compiler) {
        this.symbols = symbols;
        this.compiler = compiler;
    }

    /** Returns the instances of blocks with their places. */
    Map<Instance, TextPlace> blocks() {
        return declared;
    }

    /** Returns the outputs with their places. */
    Map<Variable, TextPlace> outputs() {
        return outputs;
    }

    void declare(String program, Declaration declaration) {
        if (symbols.hasLocal(declaration.name())) {
            compiler.mistake(
                    declaration.place(),
                    "'" + declaration.name() + "' is declared twice",
                    "Rename one; case does not count.");
            return;
        }
        Optional<BlockKind> block = Blocks.named(declaration.type().name());
        if (block.isPresent()) {
            if (declaration.initial() != null || declaration.section() != Section.VAR) {
                compiler.mistake(
                        declaration.place(),
                        "a function block has no first value and stands under VAR",
                        "Declare it under VAR.");
            }
            Instance instance = symbols.instance(program, declaration.name(), block.get());
            declared.put(instance, declaration.place());
            return;
        }
        Optional<DataType> type = type(declaration);
        Operand initial = declaration.initial() == null || type.isEmpty() ? null : initial(declaration, type.get());
        boolean isBad =
                initial != null && initial.isBad(); // which was told, and is not told again wherever it is named
        if (type.isEmpty() || isBad && declaration.section() == Section.CONSTANT) {
            symbols.local(declaration.name(), Operand.bad(declaration.place()));
            return;
        }
        initial = isBad ? null : initial;
        if (declaration.section() == Section.CONSTANT) {
            if (initial == null) {
                compiler.mistake(
                        declaration.place(),
                        "the constant '" + declaration.name() + "' has no value",
                        "Write := and a value.");
            } else {
                symbols.local(declaration.name(), initial);
            }
            return;
        }
        Object first = firstValue(type.get(), initial);
        if (declaration.section() == Section.VAR) {
            symbols.local(declaration.name(), symbols.add(declaration.name(), type.get(), Use.LOCAL, first, null));
            return;
        }
        boolean isInput = declaration.section() == Section.VAR_INPUT;
        Variable signal = symbols.declared(declaration.name(), type.get(), isInput ? Use.INPUT : Use.OUTPUT, first);
        if (!isInput) {
            outputs.put(signal, declaration.place());
        }
    }

    private Optional<DataType> type(Declaration declaration) {
        ProgramText.TypeText written = declaration.type();
        if (!written.values().isEmpty()) {
            Set<String> keys = new HashSet<>();
            for (String value : written.values()) {
                if (!keys.add(Symbols.key(value))) {
                    compiler.mistake(
                            written.place(),
                            "the value '" + value + "' is listed twice",
                            "Rename one; case does not count.");
                }
            }
            return Optional.of(DataType.enumeration(declaration.name(), written.values()));
        }
        if (written.length() >= 0) {
            if (written.length() < 1 || written.length() > DataType.MOST_LENGTH) {
                compiler.mistake(
                        written.place(),
                        "a STRING has 1 to " + DataType.MOST_LENGTH + " characters, not " + written.length(),
                        "Give it such a length.");
                return Optional.empty();
            }
            return Optional.of(DataType.text(written.length()));
        }
        Optional<DataType> type = DataType.named(written.name()).or(() -> symbols.enumeration(written.name()));
        if (type.isEmpty()) {
            List<String> known = new ArrayList<>(DataType.names());
            Blocks.all().forEach(block -> known.add(block.name()));
            compiler.mistake(
                    written.place(),
                    "there is no type '" + written.name() + "'",
                    NearestName.hint("type", written.name().toUpperCase(Locale.ROOT), known));
        }
        return type;
    }

    private Operand initial(Declaration declaration, DataType type) {
        // The words of an enumeration that is being declared are known to its own first value.
        Operand value = declaration.initial() instanceof Term.Name name && type.placeOf(name.text()) >= 0
                ? Operand.untyped(new Operand.Word(name.text()), name.place())
                : declaration.initial().accept(compiler);
        Operand typed = compiler.as(value, type);
        if (!typed.isBad() && !typed.isConstant()) {
            compiler.mistake(typed.start(), "the first value is not constant", "Write a number, a text or a constant.");
            return Operand.bad(typed.start());
        }
        return typed;
    }

    private static Object firstValue(DataType type, Operand initial) {
        if (type.isText()) {
            return initial == null ? "" : initial.constant();
        }
        if (type.isReal()) {
            return initial == null
                    ? 0.0
                    : Arithmetic.decimal(initial.constant()).doubleValue();
        }
        return initial == null ? 0L : ((BigInteger) initial.constant()).longValue();
    }
}
