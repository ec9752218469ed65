// SPDX-License-Identifier: GPL-3.0-or-later
#include <QComboBox>
#include <QLineEdit>
#include <QRegularExpression>
#include <QSpinBox>

#include "core/base/text.h"
#include "core/kb/copper_rows.h"
#include "core/kb/port_rows.h"
#include "core/oneline/part_line.h"
#include "core/oneline/tokens.h"
#include "ui/pages/survey_forms.h"
#include "ui/widgets/facts_editor.h"

namespace sokudo::ui {
namespace {

using app::fromQt;
using app::toQt;

/// Free ports, and those the run already holds.
Choices portChoices(const plan::Plan& plan, const plan::Run& run)
{
    Choices result;
    for (const plan::Device& device : plan.devices)
        for (const plan::Port* port : plan::portsOf(plan, device.id)) {
            const std::size_t taken = plan::runsAt(plan, port->id).size();
            const bool own = port->id == run.a || port->id == run.b;
            if (own || taken < (plan::isPassive(device.role) ? 2u : 1u))
                result.emplace_back(std::to_string(port->id.value), toQt(device.name + " " + port->name));
        }
    return result;
}

/// Everything a run may hold, and the run as it is filled in.
class RunFields {
public:
    RunFields(Form& form, app::SurveyPresenter& presenter, const plan::Plan& plan, const kb::KnowledgeBase& kb,
              const plan::Run& run)
        : m_kb(kb), m_base(run)
    {
        const auto ports = portChoices(plan, run);
        const Choices bundles{{"loose", "loose"}, {"bundled", "tied in a bundle"}};
        m_from = choice(form, "From", ports, std::to_string(run.a.value), "open end");
        m_to = choice(form, "To", ports, std::to_string(run.b.value), "open end, untraced");
        m_medium = choice(form, "Cable", named(kb.all<kb::Medium>()), run.medium, "not known");
        m_length =
            line(form, "Length, m", run.length ? text::number(run.length->in(), 6) : "", "empty: never measured");
        m_label = line(form, "Label", run.label);
        m_joints = number(form, "Mated pairs", run.joints, 0, 20);
        m_bundle = choice(form, "Laid", bundles, std::string(code(run.bundle)), "not known");
        m_map = choice(form, "Wire map", named(kb.all<kb::WireFault>()), run.wireMap, "not tested");
        m_wanted = line(form, "Wanted, Gb/s", run.wanted ? text::number(inGigabits(*run.wanted)) : "",
                        "empty: the fastest possible");
        m_partsA = line(form, "Parts, from end", oneline::partsText(run.segments, false), "cord cat6a 3m / jack");
        m_partsB = line(form, "Parts, to end", oneline::partsText(run.segments, true), "panel / cord cat6a 1m");
        m_splices = number(form, "Splices", run.splices, 0, 20);
        m_facts = facts(form, kb, kb::TraitOwner::Run, run.traits);
        m_route = line(form, "Route", text::joined(run.route, " > "), "cellar > riser > study, from end to end");
        m_slack = line(form, "Slack, m", run.slack ? text::number(run.slack->in(), 6) : "", "spare length in loops");
        m_note = line(form, "Note", run.note);
        followMedium();
        followEnds(presenter);
    }
    /// @error BadInput  says which field and what it may hold
    Result<plan::Run> read() const
    {
        plan::Run result = m_base;
        const auto traits = m_facts->traits();
        if (!traits) return tl::unexpected(traits.error());
        result.traits = *traits;
        result.splices = m_splices->value();
        result.a = {chosenId(m_from)};
        result.b = {chosenId(m_to)};
        result.medium = chosen(m_medium);
        readText(m_label, result.label);
        result.joints = m_joints->value();
        result.bundle = plan::bundleFromCode(chosen(m_bundle)).value_or(plan::Bundle::Unknown);
        result.wireMap = chosen(m_map);
        readText(m_note, result.note);
        if (isTyped(m_route)) {
            result.route.clear();
            for (const QString& part : m_route->text().split(QRegularExpression("[>›]"), Qt::SkipEmptyParts))
                if (!part.trimmed().isEmpty()) result.route.push_back(fromQt(part.trimmed()));
        }
        if (auto parts = readParts(result); !parts) return tl::unexpected(parts.error());
        if (auto figures = readFigures(result); !figures) return tl::unexpected(figures.error());
        return result;
    }
    /// Calls `then` after each change of a field.
    template <class Then>
    void whenChanged(QObject* receiver, Then then) const
    {
        for (QComboBox* box : {m_from, m_to, m_medium, m_bundle, m_map})
            QObject::connect(box, &QComboBox::currentIndexChanged, receiver, then);
        for (QLineEdit* edit : {m_length, m_wanted, m_partsA, m_partsB})
            QObject::connect(edit, &QLineEdit::textChanged, receiver, then);
        for (QSpinBox* box : {m_joints, m_splices}) QObject::connect(box, &QSpinBox::valueChanged, receiver, then);
        QObject::connect(m_facts, &FactsEditor::changed, receiver, then);
    }

private:
    /// The facts that are offered are those of the kind of cable.
    void followMedium() const
    {
        const auto follow = [facts = m_facts, medium = m_medium, &kb = m_kb] {
            const kb::Medium* found = kb.find<kb::Medium>(chosen(medium));
            facts->setMedium(found ? std::optional(found->kind) : std::nullopt);
        };
        follow();
        QObject::connect(m_medium, &QComboBox::currentIndexChanged, m_facts, follow);
    }
    /// Cables that make sense between the two ends stand first, with what each would give.
    void followEnds(app::SurveyPresenter& presenter) const
    {
        const auto fill = [from = m_from, to = m_to, medium = m_medium, length = m_length, &presenter, &kb = m_kb] {
            const auto choices = presenter.cablesFor({chosenId(from)}, {chosenId(to)}, lengthFrom(length->text()));
            const QSignalBlocker quiet(medium);
            const QString current = medium->currentData().toString();
            medium->clear();
            medium->addItem("not known", QString());
            for (const survey::CableChoice& one : choices)
                medium->addItem(QString("%1: %2%3")
                                    .arg(toQt(one.name), toQt(std::string(word(one.verdict))),
                                         one.rate ? ", " + toQt(text::linkRate(*one.rate)) : QString()),
                                toQt(one.medium));
            if (!choices.empty()) medium->insertSeparator(medium->count());
            for (const kb::Medium& one : kb.all<kb::Medium>())
                if (medium->findData(toQt(one.id)) < 0) medium->addItem(toQt(one.name), toQt(one.id));
            if (!current.isEmpty() && medium->findData(current) < 0)
                medium->addItem(current + " (not in the list)", current);
            medium->setCurrentIndex(std::max(0, medium->findData(current)));
        };
        fill();
        for (QComboBox* box : {m_from, m_to}) QObject::connect(box, &QComboBox::currentIndexChanged, m_medium, fill);
        QObject::connect(m_length, &QLineEdit::editingFinished, m_medium, fill);
    }
    Result<void> readParts(plan::Run& result) const
    {
        for (const auto& [edit, atB] : {std::pair(m_partsA, false), std::pair(m_partsB, true)}) {
            if (!isTyped(edit)) continue;
            std::erase_if(result.segments, [end = atB](const plan::Segment& one) { return one.atB == end; });
            const auto parts = oneline::readParts(fromQt(edit->text()), atB, m_kb);
            if (!parts) return tl::unexpected(parts.error());
            result.segments.insert(result.segments.end(), parts->begin(), parts->end());
        }
        return {};
    }
    Result<void> readFigures(plan::Run& result) const
    {
        const auto isEmpty = [](const QLineEdit* edit) { return edit->text().trimmed().isEmpty(); };
        if (isTyped(m_length)) {
            const auto typed = lengthFrom(m_length->text());
            if (!typed && !isEmpty(m_length))
                return failure(ErrorCode::BadInput,
                               "The length is a number in metres, such as 31, or with its unit: 31 m, 102 ft");
            result.length = typed;
        }
        if (isTyped(m_wanted)) {
            const auto rate = text::parseNumber(fromQt(m_wanted->text()));
            if (!isEmpty(m_wanted) && (!rate || *rate <= 0))
                return failure(ErrorCode::BadInput, "The wish is a plain number in Gb/s, such as 2.5");
            result.wanted = rate ? std::optional(gigabits(*rate)) : std::nullopt;
        }
        if (isTyped(m_slack)) {
            result.slack = lengthFrom(m_slack->text());
            if (!result.slack && !isEmpty(m_slack))
                return failure(ErrorCode::BadInput,
                               "The slack is a length in metres, such as 2, or with its unit: 6 ft");
        }
        return {};
    }

    const kb::KnowledgeBase& m_kb;
    plan::Run m_base;
    QComboBox *m_from, *m_to, *m_medium, *m_bundle, *m_map;
    QLineEdit *m_length, *m_label, *m_wanted, *m_partsA, *m_partsB, *m_note, *m_route, *m_slack;
    QSpinBox *m_joints, *m_splices;
    FactsEditor* m_facts;
};

}  // namespace

Form* runForm(app::SurveyPresenter& presenter, plan::Run run)
{
    auto* form = new Form(run.id.isSet() ? "Change run " + toQt(run.label) : QString("Add a run"));
    const RunFields fields(*form, presenter, presenter.plan(), presenter.document().knowledge(), run);
    const auto show = [=, &presenter] {
        const auto result = fields.read();
        if (!result) {
            form->setNotice(std::nullopt, toQt(result.error().message()));
            return;
        }
        const auto preview = presenter.preview(*result);
        form->setNotice(preview.verdict, preview.text);
    };
    const SourceEntry source(*form);
    fields.whenChanged(form, show);
    show();
    form->setSave([=, &presenter] {
        const auto result = fields.read();
        if (!result) form->setNotice(std::nullopt, toQt(result.error().message()));
        return result && presenter.edits().putRun(*result, run, source.read());
    });
    return form;
}

}  // namespace sokudo::ui
