// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/pages/survey_forms.h"

#include <QCheckBox>
#include <QComboBox>
#include <QFormLayout>
#include <QKeyEvent>
#include <QLineEdit>
#include <QRegularExpression>
#include <QSpinBox>

#include "app/qt_text.h"
#include "core/base/text.h"
#include "core/kb/copper_rows.h"
#include "core/kb/host_rows.h"
#include "core/kb/port_rows.h"
#include "core/kb/reach_rows.h"
#include "core/kb/rule_rows.h"
#include "core/oneline/part_line.h"
#include "ui/widgets/facts_editor.h"
#include "ui/widgets/parts.h"
#include "ui/widgets/verdict_mark.h"

namespace sokudo::ui {

using app::fromQt;
using app::toQt;

Form::Form(const QString& title, QWidget* parent) : QWidget(parent)
{
    auto* all = column(this, 18, 10);
    all->addWidget(label(title, "title", true));
    m_fields = new QFormLayout;
    m_fields->setLabelAlignment(Qt::AlignLeft);
    m_fields->setFieldGrowthPolicy(QFormLayout::ExpandingFieldsGrow);
    m_fields->setVerticalSpacing(8);
    m_fields->setHorizontalSpacing(12);
    all->addLayout(m_fields);
    auto* noticeRow = new QHBoxLayout;
    m_mark = new VerdictMark(std::nullopt);
    m_notice = label("", "", true);
    noticeRow->addWidget(m_mark, 0, Qt::AlignTop);
    noticeRow->addWidget(m_notice, 1);
    all->addLayout(noticeRow);
    auto* buttons = new QHBoxLayout;
    buttons->addWidget(button("Save", "main", [this] { save(); }));
    buttons->addWidget(button("Cancel", "", [this] { Q_EMIT closed(); }));
    buttons->addStretch(1);
    all->addLayout(buttons);
    m_extra = new QVBoxLayout;
    all->addLayout(m_extra);
    all->addStretch(1);
}

void Form::setNotice(std::optional<Verdict> verdict, const QString& text)
{
    static_cast<VerdictMark*>(m_mark)->setVerdict(verdict);
    m_notice->setText(text);
}

void Form::addAction(const QString& text, std::function<void()> act)
{
    m_extra->addWidget(button(text, "quiet", act), 0, Qt::AlignLeft);
}

void Form::save()
{
    if (m_save && m_save()) Q_EMIT closed();
}

void Form::keyPressEvent(QKeyEvent* event)
{
    if (event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter) save();
    else if (event->key() == Qt::Key_Escape) Q_EMIT closed();
    else QWidget::keyPressEvent(event);
}

namespace {

QLineEdit* line(Form& form, const QString& name, const std::string& value, const QString& hint = {})
{
    auto* result = new QLineEdit(toQt(value));
    result->setProperty("first", toQt(value));
    result->setPlaceholderText(hint);
    result->setAccessibleName(name);
    result->setObjectName(name);
    form.fields().addRow(name, result);
    return result;
}

/// Somebody has changed the text: what stood there at first is then no longer what counts.
bool isTyped(const QLineEdit* edit) { return edit->text() != edit->property("first").toString(); }

/// A list of ids with their names, and an empty entry first where `none` is given.
QComboBox* choice(Form& form, const QString& name, const std::vector<std::pair<std::string, QString>>& entries,
                  const std::string& value, const QString& none = {})
{
    auto* result = new QComboBox;
    if (!none.isEmpty()) result->addItem(none, QString());
    for (const auto& [id, text] : entries) result->addItem(text, toQt(id));
    result->setCurrentIndex(std::max(0, result->findData(toQt(value))));
    result->setAccessibleName(name);
    result->setObjectName(name);
    result->setMinimumContentsLength(8);
    result->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    form.fields().addRow(name, result);
    return result;
}

std::string chosen(const QComboBox* box) { return fromQt(box->currentData().toString()); }

QSpinBox* number(Form& form, const QString& name, int value, int least, int most, const QString& suffix = {})
{
    auto* result = new QSpinBox;
    result->setRange(least, most);
    result->setValue(value);
    result->setSuffix(suffix);
    result->setAccessibleName(name);
    result->setObjectName(name);
    form.fields().addRow(name, result);
    return result;
}

template <class Rows>
std::vector<std::pair<std::string, QString>> named(const Rows& rows)
{
    std::vector<std::pair<std::string, QString>> result;
    for (const auto& row : rows) result.emplace_back(row.id, toQt(row.name));
    return result;
}

/// "10, 5, 2.5" in Gb/s; nothing on anything else.
std::optional<std::vector<BitRate>> ratesFrom(const QString& text)
{
    std::vector<BitRate> rates;
    for (const QString& word : text.split(QRegularExpression("[,;+ ]+"), Qt::SkipEmptyParts)) {
        const auto value = text::parseNumber(fromQt(word));
        if (!value || *value <= 0 || *value > 1600) return std::nullopt;
        rates.push_back(gigabits(*value));
    }
    std::sort(rates.begin(), rates.end(), std::greater<>());
    return rates;
}

FactsEditor* facts(Form& form, const kb::KnowledgeBase& kb, kb::TraitOwner owner, const plan::Traits& stated)
{
    auto* result = new FactsEditor(kb, owner, stated);
    form.fields().addRow("Facts", result);
    return result;
}

std::string ratesText(const std::vector<BitRate>& rates)
{
    std::vector<std::string> words;
    for (BitRate rate : rates) words.push_back(text::number(inGigabits(rate)));
    return text::joined(words, ", ");
}

}  // namespace

Form* placeForm(app::SurveyPresenter& presenter, plan::Place place)
{
    auto* form = new Form(place.id.isSet() ? "Change place" : "Add a place");
    auto* name = line(*form, "Name", place.name, "cellar");
    auto* level = number(*form, "Level", place.level, -5, 40);
    level->setToolTip("0 is the ground floor, -1 the cellar");
    auto* building = line(*form, "Building", place.building, "empty: the main house");
    auto* note = line(*form, "Note", place.note);
    form->setSave([=, &presenter, base = place]() mutable {
        place.name = fromQt(name->text());
        place.level = level->value();
        place.building = fromQt(building->text().trimmed());
        place.note = fromQt(note->text());
        return presenter.putPlace(place, base);
    });
    if (place.id.isSet())
        form->addAction("Delete this place", [=, &presenter, id = place.id] {
            if (presenter.deletePlace(id)) Q_EMIT form->closed();
        });
    return form;
}

Form* deviceForm(app::SurveyPresenter& presenter, plan::Device device)
{
    auto* form = new Form(device.id.isSet() ? "Change " + toQt(device.name) : QString("Add a device"));
    const auto& kb = presenter.document().knowledge();
    std::vector<std::pair<std::string, QString>> places, roles, feeders;
    for (const plan::Place& place : presenter.plan().places)
        places.emplace_back(std::to_string(place.id.value), toQt(place.name));
    for (int i = 0; i < 10; ++i)
        roles.emplace_back(std::string(code(static_cast<plan::Role>(i))), toQt(word(static_cast<plan::Role>(i))));
    for (const plan::Device& other : presenter.plan().devices)
        if (other.id != device.id) feeders.emplace_back(std::to_string(other.id.value), toQt(other.name));
    auto* name = line(*form, "Name", device.name, "core");
    auto* place = choice(*form, "Place", places, std::to_string(device.place.value));
    auto* role = choice(*form, "Role", roles, std::string(code(device.role)));
    auto* description = line(*form, "Description", device.description);
    auto* fedBy = choice(*form, "Powered by", feeders, std::to_string(device.fedBy.value), "the mains");
    auto* processor = choice(*form, "Processor", named(kb.all<kb::Processor>()),
                             device.processor ? device.processor->kind : "", "not known");
    auto* clock = line(*form, "Clock, GHz", device.processor ? text::number(device.processor->clockGhz) : "", "4.2");
    auto* cores = number(*form, "Cores", device.processor ? device.processor->cores : 4, 1, 512);
    const plan::DiskGroup disk = device.disks.empty() ? plan::DiskGroup{"", 1, ""} : device.disks.front();
    auto* disks = choice(*form, "Disks", named(kb.all<kb::Disk>()), disk.kind, "none, or not known");
    auto* count = number(*form, "How many", disk.count, 1, 99);
    auto* level = choice(*form, "Array", named(kb.all<kb::ArrayLevel>()), disk.level.empty() ? "single" : disk.level);
    std::vector<std::pair<std::string, QString>> shares;
    for (const kb::FileShare& share : kb.all<kb::FileShare>())
        if (shares.empty() || shares.back().first != share.id) shares.emplace_back(share.id, toQt(share.name));
    auto* share = choice(*form, "File share", shares, device.fileShare, "none");
    for (std::size_t i = 1; i < device.disks.size(); ++i) {
        const kb::Disk* kind = kb.find<kb::Disk>(device.disks[i].kind);
        const QString named = kind ? toQt(kind->name) : toQt(device.disks[i].kind);
        form->fields().addRow(
            "and", label(QString("%1 × %2 %3").arg(device.disks[i].count).arg(named, toQt(device.disks[i].level)),
                         "soft", true));
    }
    auto* note = line(*form, "Note", device.note);
    auto* known = facts(*form, kb, kb::TraitOwner::Device, device.traits);
    form->setSave([=, &presenter, base = device]() mutable {
        const auto traits = known->traits();
        if (!traits) {
            form->setNotice(std::nullopt, toQt(traits.error().what));
            return false;
        }
        device.traits = *traits;
        device.name = fromQt(name->text());
        device.place = {place->currentData().toString().toLongLong()};
        device.role = plan::roleFromCode(chosen(role)).value_or(plan::Role::Other);
        device.description = fromQt(description->text().trimmed());
        device.fedBy = {fedBy->currentData().toString().toLongLong()};
        device.processor.reset();
        if (const std::string kind = chosen(processor); !kind.empty()) {
            const auto ghz = text::parseNumber(fromQt(clock->text()));
            if (!ghz || *ghz <= 0 || *ghz > 10) {
                form->setNotice(std::nullopt, "The clock lies between 0 and 10 GHz; write a number such as 4.2");
                return false;
            }
            const bool same = base.processor && !isTyped(clock);
            device.processor = plan::HostProcessor{kind, same ? base.processor->clockGhz : *ghz, cores->value()};
        }
        // The form shows the first group; the others stay as they are.
        if (!device.disks.empty()) device.disks.erase(device.disks.begin());
        if (const std::string kind = chosen(disks); !kind.empty())
            device.disks.insert(device.disks.begin(),
                                {kind, count->value(), chosen(level) == "single" ? std::string() : chosen(level)});
        device.note = fromQt(note->text().trimmed());
        device.fileShare = chosen(share);
        return presenter.putDevice(device, base);
    });
    return form;
}

Form* portForm(app::SurveyPresenter& presenter, plan::Port port)
{
    auto* form = new Form(port.id.isSet() ? "Change port " + toQt(port.name) : QString("Add a port"));
    const auto& kb = presenter.document().knowledge();
    std::vector<std::pair<std::string, QString>> slotList, fecs;
    for (const plan::Slot* slot : plan::slotsOf(presenter.plan(), port.device))
        slotList.emplace_back(std::to_string(slot->id.value), "slot " + toQt(slot->name));
    fecs = {{"none", "off"}, {"base-r", "BASE-R"}, {"rs", "RS"}, {"auto", "automatic"}};
    auto* name = line(*form, "Name", port.name, "as printed beside it");
    auto* cage = choice(*form, "Socket", named(kb.all<kb::Cage>()), port.cage);
    auto* module = choice(*form, "Module", named(kb.all<kb::ModuleKind>()), port.module, "none");
    auto* rates = line(*form, "Rates, Gb/s", ratesText(port.rates), "empty: the usual ones");
    auto* forced =
        line(*form, "Forced to, Gb/s", port.forced ? text::number(inGigabits(*port.forced)) : "", "empty: not forced");
    auto* fec = choice(*form, "FEC", fecs, port.fec ? std::string(code(*port.fec)) : "", "not known");
    auto* mtu = number(*form, "MTU", port.mtu.value_or(1500), 576, 65535, " bytes");
    auto* slot = choice(*form, "On card in", slotList, std::to_string(port.slot.value), "no slot");
    // Of a port that is split, the legs are ports of their own.
    std::vector<std::pair<std::string, QString>> wide;
    for (const plan::Port* other : plan::portsOf(presenter.plan(), port.device))
        if (const kb::Cage* wideCage = kb.find<kb::Cage>(other->cage);
            wideCage && wideCage->lanes > 1 && wideCage->holdsModule && other->id != port.id && !other->splitOf.isSet())
            wide.emplace_back(std::to_string(other->id.value), "port " + toQt(other->name));
    auto* whole = choice(*form, "Leg of", wide, std::to_string(port.splitOf.value), "a port of its own");
    auto* leg = number(*form, "Leg", std::max(1, port.leg), 1, 8);
    auto* known = facts(*form, kb, kb::TraitOwner::Port, port.traits);
    form->setSave([=, &presenter, base = port]() mutable {
        const auto traits = known->traits();
        if (!traits) {
            form->setNotice(std::nullopt, toQt(traits.error().what));
            return false;
        }
        port.traits = *traits;
        port.splitOf = {whole->currentData().toString().toLongLong()};
        port.leg = port.splitOf.isSet() ? leg->value() : 0;
        const auto list = ratesFrom(rates->text());
        const auto force = ratesFrom(forced->text());
        if (!list || !force || force->size() > 1) {
            form->setNotice(std::nullopt, "Rates are numbers in Gb/s with commas between, such as 10, 5, 2.5, 1");
            return false;
        }
        port.name = fromQt(name->text());
        port.cage = chosen(cage);
        port.module = chosen(module);
        // Figures that nobody typed stay as they are, to the last digit.
        if (isTyped(rates)) port.rates = *list;
        if (isTyped(forced)) port.forced = force->empty() ? std::nullopt : std::optional(force->front());
        port.fec = plan::fecFromCode(chosen(fec));
        if (mtu->value() != base.mtu.value_or(1500)) port.mtu = mtu->value();
        port.slot = {slot->currentData().toString().toLongLong()};
        return presenter.putPort(port, base);
    });
    if (port.id.isSet())
        form->addAction("Delete this port", [=, &presenter, id = port.id] {
            if (presenter.deletePort(id)) Q_EMIT form->closed();
        });
    return form;
}

Form* slotForm(app::SurveyPresenter& presenter, plan::Slot slot)
{
    auto* form = new Form(slot.id.isSet() ? "Change slot " + toQt(slot.name) : QString("Add a slot"));
    form->setNotice(std::nullopt, "Before you open a case: shut down, unplug, and touch bare metal first.");
    const std::vector<std::pair<std::string, QString>> lanes{
        {"1", "×1"}, {"2", "×2"}, {"4", "×4"}, {"8", "×8"}, {"16", "×16"}},
        generations{{"1", "1.0"}, {"2", "2.0"}, {"3", "3.0"}, {"4", "4.0"}, {"5", "5.0"}, {"6", "6.0"}};
    auto* name = line(*form, "Name", slot.name, "1");
    auto* generation = choice(*form, "Generation", generations, std::to_string(slot.generation), "not read");
    auto* wired = choice(*form, "Lanes wired", lanes, std::to_string(slot.lanes), "not read");
    auto* shape = choice(*form, "Shape", lanes, std::to_string(slot.shape), "not known");
    auto* chipset = new QCheckBox("behind the chipset");
    chipset->setChecked(slot.chipset);
    form->fields().addRow("", chipset);
    auto* card = line(*form, "Card", slot.card ? slot.card->name : "", "empty: free");
    auto* cardGeneration = choice(*form, "Card generation", generations,
                                  slot.card ? std::to_string(slot.card->generation) : "", "not known");
    auto* cardLanes =
        choice(*form, "Card lanes", lanes, slot.card ? std::to_string(slot.card->lanes) : "", "not known");
    form->setSave([=, &presenter, base = slot]() mutable {
        slot.name = fromQt(name->text().trimmed());
        slot.generation = generation->currentData().toString().toInt();
        slot.lanes = wired->currentData().toString().toInt();
        slot.shape = shape->currentData().toString().toInt();
        slot.chipset = chipset->isChecked();
        slot.card.reset();
        if (!card->text().trimmed().isEmpty())
            slot.card = plan::Card{fromQt(card->text().trimmed()), cardGeneration->currentData().toString().toInt(),
                                   cardLanes->currentData().toString().toInt()};
        return presenter.putSlot(slot, base);
    });
    if (slot.id.isSet())
        form->addAction("Delete this slot", [=, &presenter, id = slot.id] {
            if (presenter.deleteSlot(id)) Q_EMIT form->closed();
        });
    return form;
}

namespace {

/// Free ports, and those the run already holds.
std::vector<std::pair<std::string, QString>> portChoices(const plan::Plan& plan, const plan::Run& run)
{
    std::vector<std::pair<std::string, QString>> result;
    for (const plan::Device& device : plan.devices)
        for (const plan::Port* port : plan::portsOf(plan, device.id)) {
            const std::size_t taken = plan::runsAt(plan, port->id).size();
            const bool own = port->id == run.a || port->id == run.b;
            if (own || taken < (plan::isPassive(device.role) ? 2u : 1u))
                result.emplace_back(std::to_string(port->id.value), toQt(device.name + " " + port->name));
        }
    return result;
}

}  // namespace

Form* runForm(app::SurveyPresenter& presenter, plan::Run run)
{
    auto* form = new Form(run.id.isSet() ? "Change run " + toQt(run.label) : QString("Add a run"));
    const auto& kb = presenter.document().knowledge();
    const auto ports = portChoices(presenter.plan(), run);
    const std::vector<std::pair<std::string, QString>> bundles{{"loose", "loose"}, {"bundled", "tied in a bundle"}};
    const auto maps = named(kb.all<kb::WireFault>());
    auto* from = choice(*form, "From", ports, std::to_string(run.a.value), "open end");
    auto* to = choice(*form, "To", ports, std::to_string(run.b.value), "open end, untraced");
    auto* medium = choice(*form, "Cable", named(kb.all<kb::Medium>()), run.medium, "not known");
    auto* length =
        line(*form, "Length, m", run.length ? text::number(run.length->in(), 6) : "", "empty: never measured");
    auto* labelled = line(*form, "Label", run.label);
    auto* joints = number(*form, "Mated pairs", run.joints, 0, 20);
    auto* bundle = choice(*form, "Laid", bundles, std::string(code(run.bundle)), "not known");
    auto* map = choice(*form, "Wire map", maps, run.wireMap, "not tested");
    auto* wanted = line(*form, "Wanted, Gb/s", run.wanted ? text::number(inGigabits(*run.wanted)) : "",
                        "empty: the best there is");
    auto* partsA = line(*form, "Parts, from end", oneline::partsText(run.segments, false), "cord cat6a 3m / jack");
    auto* partsB = line(*form, "Parts, to end", oneline::partsText(run.segments, true), "panel / cord cat6a 1m");
    auto* splices = number(*form, "Splices", run.splices, 0, 20);
    auto* known = facts(*form, kb, kb::TraitOwner::Run, run.traits);
    auto* note = line(*form, "Note", run.note);
    const auto kindOf = [&kb](const QComboBox* box) {
        const kb::Medium* found = kb.find<kb::Medium>(chosen(box));
        return found ? std::optional(found->kind) : std::nullopt;
    };
    known->setMedium(kindOf(medium));
    QObject::connect(medium, &QComboBox::currentIndexChanged, known, [=] { known->setMedium(kindOf(medium)); });
    const auto read = [=, &kb, base = run]() -> Result<plan::Run> {
        plan::Run result = base;
        const auto wrong = [](const char* what) { return failure(ErrorCode::BadInput, what); };
        const auto traits = known->traits();
        if (!traits) return tl::unexpected(traits.error());
        result.traits = *traits;
        for (const auto& [edit, atB] : {std::pair(partsA, false), std::pair(partsB, true)}) {
            if (!isTyped(edit)) continue;
            std::erase_if(result.segments, [end = atB](const plan::Segment& one) { return one.atB == end; });
            const auto parts = oneline::readParts(fromQt(edit->text()), atB, kb);
            if (!parts) return tl::unexpected(parts.error());
            result.segments.insert(result.segments.end(), parts->begin(), parts->end());
        }
        result.splices = splices->value();
        result.a = {from->currentData().toString().toLongLong()};
        result.b = {to->currentData().toString().toLongLong()};
        result.medium = chosen(medium);
        result.label = fromQt(labelled->text().trimmed());
        result.joints = joints->value();
        result.bundle = plan::bundleFromCode(chosen(bundle)).value_or(plan::Bundle::Unknown);
        result.wireMap = chosen(map);
        result.note = fromQt(note->text());
        if (isTyped(length)) result.length.reset();
        if (isTyped(wanted)) result.wanted.reset();
        if (isTyped(length) && !length->text().trimmed().isEmpty()) {
            const auto metres = text::parseNumber(fromQt(length->text()));
            if (!metres) return wrong("The length is a plain number in metres, such as 31");
            result.length = Length::of(*metres);
        }
        if (isTyped(wanted) && !wanted->text().trimmed().isEmpty()) {
            const auto rate = text::parseNumber(fromQt(wanted->text()));
            if (!rate || *rate <= 0) return wrong("The wish is a plain number in Gb/s, such as 2.5");
            result.wanted = gigabits(*rate);
        }
        return result;
    };
    const auto show = [=, &presenter] {
        const auto result = read();
        if (!result) {
            form->setNotice(std::nullopt, toQt(result.error().message()));
            return;
        }
        const auto preview = presenter.preview(*result);
        form->setNotice(preview.verdict, preview.text);
    };
    for (QComboBox* box : {from, to, medium, bundle, map})
        QObject::connect(box, &QComboBox::currentIndexChanged, form, show);
    for (QLineEdit* edit : {length, wanted, partsA, partsB})
        QObject::connect(edit, &QLineEdit::textChanged, form, show);
    for (QSpinBox* box : {joints, splices}) QObject::connect(box, &QSpinBox::valueChanged, form, show);
    QObject::connect(known, &FactsEditor::changed, form, show);
    show();
    form->setSave([=, &presenter] {
        const auto result = read();
        if (!result) form->setNotice(std::nullopt, toQt(result.error().message()));
        return result && presenter.putRun(*result, run);
    });
    return form;
}

}  // namespace sokudo::ui
