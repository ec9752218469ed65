// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/presenters/tables_presenter.h"

#include <algorithm>

#include "app/preferences.h"
#include "app/qt_text.h"
#include "core/base/text.h"
#include "core/editline/edit_line.h"
#include "core/editline/record_keys.h"
#include "core/editline/supply_line.h"
#include "core/editline/words.h"
#include "core/kb/port_rows.h"
#include "core/kb/rule_rows.h"
#include "core/plan/plugs.h"

namespace sokudo::app {
namespace {

QString lengthText(const std::optional<Length>& length) { return length ? toQt(text::length(*length)) : QString(); }

QString ratesText(const std::vector<BitRate>& rates)
{
    QStringList all;
    for (BitRate rate : rates) all << toQt(text::number(inGigabits(rate), 6));
    return all.join("+");
}

}  // namespace

const char* word(const TableChoice& table)
{
    static constexpr const char* kWords[] = {"Places", "Devices", "Ports", "Jacks", "Runs", "Outlets"};
    if (const auto* survey = std::get_if<SurveyTable>(&table)) return kWords[static_cast<int>(*survey)];
    return std::get<const plan::Kind*>(table)->title;
}

TablesPresenter::TablesPresenter(Document& document, QObject* parent)
    : QAbstractTableModel(parent), m_document(document)
{
    connect(&document, &Document::planChanged, this, &TablesPresenter::fillRows);
    connect(&document, &Document::analysisChanged, this, &TablesPresenter::fillRows);
    fillRows();
}

void TablesPresenter::show(const TableChoice& table)
{
    m_shown = table;
    fillRows();
}

void TablesPresenter::fillRows()
{
    beginResetModel();
    m_rows.clear();
    m_columns.clear();
    if (const auto* survey = std::get_if<SurveyTable>(&m_shown)) addSurvey(*survey);
    else addRecords(*std::get<const plan::Kind*>(m_shown));
    endResetModel();
}

void TablesPresenter::addSurvey(SurveyTable table)
{
    switch (table) {
    case SurveyTable::Places: return addPlaces();
    case SurveyTable::Devices: return addDevices();
    case SurveyTable::Ports: return addPorts(false);
    case SurveyTable::Jacks: return addPorts(true);
    case SurveyTable::Runs: return addRuns();
    case SurveyTable::Outlets: return addOutlets();
    }
}

void TablesPresenter::addPlaces()
{
    m_columns = {
        {"Name", "name"}, {"Level", "level"},           {"Building", "building"},        {"Within", "in"},
        {"Kind", "kind"}, {"Power sockets", "sockets"}, {"Warmest in summer", "summer"}, {"Owner", "place-owner"},
        {"Note", "note"}};
    for (const plan::Place& place : m_document.plan().places) {
        const plan::Place* outer = m_document.plan().places.find(place.within);
        m_rows.push_back(
            {{"place", place.id.value},
             {toQt(place.name), QString::number(place.level), toQt(place.building),
              outer ? toQt(outer->name) : QString(), toQt(code(place.kind)), toQt(place.traits.word("sockets")),
              toQt(place.traits.word("summer")), toQt(place.traits.word("place-owner")), toQt(place.note)}});
    }
}

void TablesPresenter::addDevices()
{
    m_columns = {{"Name", "name"},     {"Kind", "role"},
                 {"Place", "place"},   {"Description", "description"},
                 {"Ports used", ""},   {"Power from", "power-source"},
                 {"Fed by", "fed"},    {"Whose", "owner"},
                 {"Bought", "bought"}, {"Paid", "paid"},
                 {"Note", "note"}};
    const plan::Plan& plan = m_document.plan();
    for (const plan::Device& device : plan.devices) {
        const plan::Place* place = plan.places.find(device.place);
        const auto ports = plan::portsOf(plan, device.id);
        const auto used = std::count_if(ports.begin(), ports.end(),
                                        [&](const plan::Port* port) { return !plan::runsAt(plan, port->id).empty(); });
        m_rows.push_back({{"device", device.id.value},
                          {toQt(device.name), toQt(word(device.role)), place ? toQt(place->name) : QString(),
                           toQt(device.description), QString("%1 of %2").arg(used).arg(ports.size()),
                           toQt(device.traits.word("power-source")), toQt(editline::suppliesText(device, plan)),
                           toQt(device.traits.word("owner")), toQt(device.traits.word("bought")),
                           toQt(device.traits.word("paid")), toQt(device.note)}});
    }
}

void TablesPresenter::addPorts(bool ofJacks)
{
    m_columns = {{"Device", ""},           {"Port", "name"},     {"Socket", "cage"},
                 {"Rates, Gb/s", "rates"}, {"Module", "module"}, {"Forced rate", "rate"},
                 {"FEC", "fec"},           {"Leads to", ""},     {"Runs at", ""}};
    if (ofJacks)
        m_columns = {{"Jack", ""},
                     {"Socket", "name"},
                     {"Place", ""},
                     {"State", "socket-state"},
                     {"Dead run ends", "dead-end"},
                     {"Leads to", ""}};
    const plan::Plan& plan = m_document.plan();
    std::vector<const plan::Port*> ports;
    for (const plan::Port& port : plan.ports) ports.push_back(&port);
    std::stable_sort(ports.begin(), ports.end(), [](const plan::Port* a, const plan::Port* b) {
        return std::pair(a->device, a->position) < std::pair(b->device, b->position);
    });
    std::map<plan::PortId, QStringList> leads;
    std::map<plan::PortId, plan::RunId> runs;
    for (const plan::Run& run : plan.runs)
        for (const auto& [own, far] : {std::pair(run.a, run.b), std::pair(run.b, run.a)})
            if (own.isSet()) {
                leads[own] << (far.isSet() ? toQt(plan::portText(plan, far)) : QString("not traced"));
                runs[own] = run.id;
            }
    for (const plan::Port* port : ports) {
        const plan::Device* device = plan.devices.find(port->device);
        const bool isJack = device->role == plan::Role::Jack || device->role == plan::Role::Panel ||
                            device->role == plan::Role::CoaxOutlet;
        if (isJack != ofJacks) continue;
        const match::LinkReport* report =
            runs.contains(port->id) ? m_document.analysis().reportOf(runs[port->id]) : nullptr;
        const plan::Place* place = plan.places.find(device->place);
        const QString far = leads[port->id].join(" · ");
        if (ofJacks)
            m_rows.push_back({{"port", port->id.value},
                              {toQt(device->name), toQt(port->name), place ? toQt(place->name) : QString(),
                               toQt(port->traits.word("socket-state")), toQt(port->traits.word("dead-end")), far}});
        else
            m_rows.push_back(
                {{"port", port->id.value},
                 {toQt(device->name), toQt(port->name), toQt(port->cage), ratesText(port->rates), toQt(port->module),
                  port->forced ? toQt(text::number(inGigabits(*port->forced), 6)) : QString(),
                  port->fec ? toQt(code(*port->fec)) : QString(), far,
                  report && report->rate ? toQt(text::rate(*report->rate, 3)) : QString()}});
    }
}

void TablesPresenter::addRuns()
{
    m_columns = {{"Label", "label"}, {"From", ""},      {"To", ""},      {"Cable", "cable"}, {"Length", "length"},
                 {"Slack", "slack"}, {"Length is", ""}, {"Verdict", ""}, {"Rate", ""},       {"Note", "note"}};
    const plan::Plan& plan = m_document.plan();
    for (const plan::Run& run : plan.runs) {
        const match::LinkReport* report = m_document.analysis().reportOf(run.id);
        const plan::Source* source = run.sources.of("length_m");
        const auto end = [&](plan::PortId id) { return id.isSet() ? toQt(plan::portText(plan, id)) : QString("open"); };
        m_rows.push_back(
            {{"run", run.id.value},
             {toQt(run.label), end(run.a), end(run.b), toQt(run.medium), lengthText(run.length), lengthText(run.slack),
              !run.length ? QString("not known")
              : source    ? toQt(plan::text(*source))
                          : QString("stated"),
              report ? toQt(std::string(sokudo::word(report->verdict))) : QString(),
              report && report->rate ? toQt(text::rate(*report->rate, 3)) : QString(), toQt(run.note)}});
    }
}

void TablesPresenter::addOutlets()
{
    m_columns = {
        {"Place", ""}, {"Power sockets", "sockets"}, {"On battery", "battery-sockets"}, {"Covered", ""}, {"By", ""}};
    const plan::Plan& plan = m_document.plan();
    for (const plan::Place& place : plan.places) {
        int covered = 0;
        QStringList by;
        for (const plan::Device& device : plan.devices) {
            const int sockets = plan::socketsTaken(device);
            if (device.place != place.id || sockets == 0) continue;
            covered += sockets;
            by << toQt(device.name);
        }
        m_rows.push_back({{"place", place.id.value},
                          {toQt(place.name), toQt(place.traits.word("sockets")),
                           toQt(place.traits.word("battery-sockets")), QString::number(covered), by.join(", ")}});
    }
}

/// The fields of a kind of record are its columns, in their order.
void TablesPresenter::addRecords(const plan::Kind& kind)
{
    const plan::Plan& plan = m_document.plan();
    for (const plan::Field& field : kind.fields)
        if (*field.line) m_columns.push_back({toQt(std::string(field.heading)), field.line});
    kind.table->each(plan, [&](const void* record) {
        Row made{{kind.name, kind.row.id(record)}, {}};
        for (const plan::Field& field : kind.fields)
            if (*field.line) made.cells.push_back(toQt(editline::shown(field, record, plan)));
        m_rows.push_back(std::move(made));
    });
}

int TablesPresenter::rowOf(const plan::Subject& object) const
{
    const auto at = std::find_if(m_rows.begin(), m_rows.end(), [&](const Row& row) { return row.object == object; });
    return at == m_rows.end() ? -1 : static_cast<int>(at - m_rows.begin());
}

int TablesPresenter::rowCount(const QModelIndex& parent) const
{
    return parent.isValid() ? 0 : static_cast<int>(m_rows.size());
}
int TablesPresenter::columnCount(const QModelIndex& parent) const
{
    return parent.isValid() ? 0 : static_cast<int>(m_columns.size());
}

QVariant TablesPresenter::data(const QModelIndex& index, int role) const
{
    if (!index.isValid() || (role != Qt::DisplayRole && role != Qt::EditRole)) return {};
    return m_rows[static_cast<std::size_t>(index.row())].cells[static_cast<std::size_t>(index.column())];
}

QVariant TablesPresenter::headerData(int section, Qt::Orientation orientation, int role) const
{
    if (orientation != Qt::Horizontal || role != Qt::DisplayRole) return {};
    return m_columns[static_cast<std::size_t>(section)].heading;
}

bool TablesPresenter::isEditable(int column) const
{
    return !m_columns[static_cast<std::size_t>(column)].property.empty();
}

Qt::ItemFlags TablesPresenter::flags(const QModelIndex& index) const
{
    const Qt::ItemFlags base = Qt::ItemIsSelectable | Qt::ItemIsEnabled;
    return index.isValid() && isEditable(index.column()) ? base | Qt::ItemIsEditable : base;
}

bool TablesPresenter::setData(const QModelIndex& index, const QVariant& value, int role)
{
    if (role != Qt::EditRole || value.toString() == data(index, Qt::EditRole).toString()) return false;
    return fill({index.row()}, index.column(), value.toString());
}

bool TablesPresenter::fill(const std::vector<int>& rows, int column, const QString& text)
{
    const Column& into = m_columns[static_cast<std::size_t>(column)];
    return !into.property.empty() && set(rows, into.property, text);
}

std::vector<std::pair<std::string, QString>> TablesPresenter::properties() const
{
    std::vector<std::pair<std::string, QString>> all;
    for (const Column& column : m_columns)
        if (!column.property.empty()) all.emplace_back(column.property, column.heading);
    if (m_rows.empty()) return all;
    static const std::map<std::string, kb::TraitOwner, std::less<>> kOwners{{"place", kb::TraitOwner::Place},
                                                                            {"device", kb::TraitOwner::Device},
                                                                            {"port", kb::TraitOwner::Port},
                                                                            {"run", kb::TraitOwner::Run}};
    const auto owner = kOwners.find(m_rows.front().object.kind);
    if (owner == kOwners.end()) return all;
    for (const kb::TraitKind& kind : m_document.knowledge().all<kb::TraitKind>())
        if (kind.of == owner->second) all.emplace_back(kind.id, toQt(kind.name));
    return all;
}

bool TablesPresenter::set(const std::vector<int>& rows, const std::string& property, const QString& text)
{
    if (rows.empty()) return false;
    const Column into{[&] {
                          for (const auto& [key, heading] : properties())
                              if (key == property) return heading;
                          return toQt(property);
                      }(),
                      property};
    plan::Plan next = m_document.plan();
    for (int row : rows) {
        // Words of a cable are read as a line, all else as one value.
        const bool isCable = into.property == "cable" || into.property == "length" || into.property == "slack";
        QString value = text.trimmed();
        value.remove(QChar(0x202F));
        if (isCable) value.remove(' ');
        bool isBare = false;
        value.toDouble(&isBare);
        if (isBare && (into.property == "length" || into.property == "slack"))
            value += preferences().lengths == LengthUnit::Feet ? "ft" : "m";
        const auto changed =
            editline::withProperties(next, subject(row), into.property + "=" + editline::quoted(fromQt(value)),
                                     m_document.knowledge(), m_document.ids());
        if (!changed) {
            Q_EMIT m_document.failed(into.heading + ": " + toQt(changed.error().what.text()) + ". Nothing was changed");
            return false;
        }
        next = *changed;
    }
    const QString what = rows.size() == 1 ? m_rows[static_cast<std::size_t>(rows.front())].cells.front()
                                          : QString("%1 rows").arg(rows.size());
    return m_document.edit(QString("Set %1 of %2").arg(into.heading.toLower(), what), next);
}

QString TablesPresenter::copied(const std::vector<int>& rows) const
{
    QStringList lines, head;
    for (const Column& column : m_columns) head << column.heading;
    lines << head.join('\t');
    for (int row : rows) {
        QStringList cells;
        for (QString cell : m_rows[static_cast<std::size_t>(row)].cells) cells << cell.replace(QChar(0x202F), ' ');
        lines << cells.join('\t');
    }
    return lines.join('\n') + '\n';
}

Result<survey::Pasted> TablesPresenter::readPaste(const QString& text) const
{
    return survey::readPasted(fromQt(text), m_document.plan(), m_document.knowledge(), m_document.ids());
}

bool TablesPresenter::paste(const survey::Pasted& table)
{
    const auto next = survey::withPasted(table, m_document.plan(), m_document.knowledge(), m_document.ids());
    return m_document.edit(QString("Paste %1 rows").arg(table.good), next);
}

}  // namespace sokudo::app
