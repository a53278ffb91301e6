package org.urvant.report.page;

import freemarker.core.HTMLOutputFormat;
import freemarker.template.Configuration;
import freemarker.template.TemplateException;
import freemarker.template.TemplateExceptionHandler;
import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import org.urvant.core.text.Visible;

/** Fills the templates of pages. What comes from a project is escaped. */
final class Template {
    private static final Configuration TEMPLATES = templates();

    private Template() {}

    private static Configuration templates() {
        Configuration configuration = new Configuration(Configuration.VERSION_2_3_34);
        configuration.setClassForTemplateLoading(Template.class, "/org/urvant/report/page");
        configuration.setDefaultEncoding(StandardCharsets.UTF_8.name());
        configuration.setOutputFormat(HTMLOutputFormat.INSTANCE);
        configuration.setTemplateExceptionHandler(TemplateExceptionHandler.RETHROW_HANDLER);
        configuration.setNumberFormat("computer");
        configuration.setLogTemplateExceptions(false);
        return configuration;
    }

    static String fill(String template, Map<String, Object> model) {
        StringWriter page = new StringWriter();
        try {
            TEMPLATES.getTemplate(template).process(model, page);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (TemplateException e) {
            throw new IllegalStateException("the template " + template + " does not fit its model", e);
        }
        return Visible.of(page.toString().replace("\r", ""));
    }
}
