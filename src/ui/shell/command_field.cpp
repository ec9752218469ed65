// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/shell/command_field.h"

#include <QKeyEvent>
#include <QListWidget>

#include "app/qt_text.h"
#include "core/base/text.h"
#include "core/editline/edit_line.h"
#include "core/match/link_context.h"
#include "core/measure/parse_result.h"
#include "core/oneline/counter_line.h"
#include "core/oneline/headline.h"
#include "core/oneline/link_line.h"
#include "core/oneline/marks.h"
#include "core/oneline/path_line.h"
#include "core/oneline/power_line.h"
#include "core/report/project_report.h"
#include "ui/theme.h"

namespace sokudo::ui {

using app::fromQt;
using app::toQt;

namespace {

QString hours(Duration time)
{
    const int minutes = static_cast<int>(time.in() / 60);
    return minutes < 60 ? QString("%1 min").arg(minutes)
                        : QString("%1 h %2 min").arg(minutes / 60).arg(minutes % 60, 2, 10, QChar('0'));
}

QString heatAnswer(const std::string& line, const kb::KnowledgeBase& kb)
{
    const auto answer = oneline::readHeatLine(line, kb);
    if (!answer) return toQt(answer.error().message());
    const auto degrees = [](Celsius at) { return QString::number(at.in(), 'f', 0); };
    const QString air = answer->needed ? QString("; %1 m³/h of air keep it at %2 °C")
                                             .arg(answer->needed->in(), 0, 'f', 0)
                                             .arg(degrees(*answer->most))
                                       : QString();
    return QString("settles at %1 °C, %2 to %3 °C%4")
        .arg(degrees(answer->settled.usual), degrees(answer->settled.low), degrees(answer->settled.high), air);
}

/// "poe type3 / cat6 60m / switch 9w / cat6 20m / class4", "heat 180 W in 1.4 m3 24 c outside", "battery 480 Wh lead 35
/// W". Empty where it is none of them.
QString powerAnswer(const QString& text, const kb::KnowledgeBase& kb)
{
    const auto behind = [&](const char* word) {
        const QString prefix = QString(word) + " ";
        return text.startsWith(prefix, Qt::CaseInsensitive) ? fromQt(text.mid(prefix.size())) : std::string();
    };
    if (const std::string chain = behind("poe"); !chain.empty()) {
        const auto answer = oneline::readPoeLine(chain, kb);
        return toQt(answer ? answer->hops.back().says.text() : answer.error().message());
    }
    if (const std::string heat = behind("heat"); !heat.empty()) return heatAnswer(heat, kb);
    if (const std::string battery = behind("battery"); !battery.empty()) {
        const auto answer = oneline::readBatteryLine(battery, kb);
        return answer ? QString("about %1, %2 to %3")
                            .arg(hours(answer->time.usual), hours(answer->time.low), hours(answer->time.high))
                      : toQt(answer.error().message());
    }
    return {};
}

}  // namespace

CommandField::CommandField(app::Document& document, app::Selection& selection, std::vector<Command> commands,
                           QWidget* parent)
    : QLineEdit(parent), m_document(document), m_selection(selection), m_commands(std::move(commands))
{
    setPlaceholderText("Find, ask, or change by a line (Ctrl+K)");
    setAccessibleName("Find or command");
    m_popup = new QListWidget(this);
    m_popup->setWindowFlags(Qt::ToolTip);
    m_popup->setFocusPolicy(Qt::NoFocus);
    m_popup->setFocusProxy(this);
    m_popup->setStyleSheet(
        QString("QListWidget { background: %1; border: 1px solid %2; } QListWidget::item { padding: 5px 9px; } "
                "QListWidget::item:selected { background: %3; color: %4; }")
            .arg(theme().raised.name(), theme().hairline.name(), theme().planPale.name(), theme().ink.name()));
    m_popup->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    m_popup->setWordWrap(true);
    connect(this, &QLineEdit::textEdited, this, &CommandField::search);
    connect(this, &QLineEdit::returnPressed, this, [this] { take(std::max(0, m_popup->currentRow())); });
    connect(m_popup, &QListWidget::itemClicked, this, [this](QListWidgetItem* item) { take(m_popup->row(item)); });
    installEventFilter(this);
}

/// A link line has slashes, a path line bars, a result a unit: each is answered in place.
std::vector<Command> CommandField::answers(const QString& text) const
{
    std::vector<Command> result;
    const std::string line = fromQt(text);
    if (auto power = powerAnswer(text, m_document.knowledge()); !power.isEmpty()) {
        result.push_back({power, {}});
    } else if (text.count('/') >= 2) {
        const auto report = oneline::judgeLinkLine(line, m_document.knowledge());
        result.push_back({report ? toQt(std::string(word(report->verdict)) +
                                        (report->rate ? ", " + text::linkRate(*report->rate) : std::string()) + ": " +
                                        report->reason())
                                 : toQt(report.error().message()),
                          {}});
    } else if (text.contains('|')) {
        const auto path = oneline::expectPathLine(line, m_document.knowledge());
        result.push_back({path ? toQt(report::expectationSentence(*path)) : toQt(path.error().message()), {}});
    } else if (const auto parsed = measure::parseResult(line)) {
        result.push_back({toQt(parsed->working), {}});
    } else if (const auto box = oneline::readHeadline(text.toLower().toStdString(), m_document.knowledge())) {
        result.push_back({QString("one client sees %1 to %2, typically %3 (%4); %5")
                              .arg(toQt(text::rate(box->client.low, 3)), toQt(text::rate(box->client.high, 3)),
                                   toQt(text::rate(box->client.typical, 3)), toQt(box->working), toQt(box->beware)),
                          {}});
    } else if (const auto counted = oneline::readCounters(text.toLower().toStdString(), m_document.knowledge())) {
        result.push_back({QString("the wire was %1 % busy: %2")
                              .arg(100 * counted->use.share, 0, 'f', 1)
                              .arg(toQt(counted->use.working)),
                          {}});
    }
    return result;
}

/// What an edit line would do; Enter does it. A refusal says why.
std::vector<Command> CommandField::editOf(const QString& text) const
{
    auto edited = editline::edited(m_document.plan(), fromQt(text), m_document.knowledge(), m_document.ids());
    if (!edited) return {{toQt(edited.error().message()), {}}};
    QString says = toQt(edited->done);
    for (const plan::Subject& one : edited->touched) {
        const auto link = one.kind == "run" ? plan::linkOf(edited->plan, {one.id}) : std::nullopt;
        if (!link || edited->touched.size() > 2) continue;
        const auto report = match::judge(match::linkContext(edited->plan, *link, m_document.knowledge()));
        says += QString(". It would be: %1%2, %3")
                    .arg(toQt(std::string(word(report.verdict))),
                         report.rate ? ", " + toQt(text::linkRate(*report.rate)) : QString(), toQt(report.reason()));
    }
    const auto act = [this, edit = std::make_shared<editline::Edited>(std::move(*edited))] {
        if (!m_document.edit(toQt(edit->done), edit->plan)) return;
        for (auto one = edit->touched.rbegin(); one != edit->touched.rend(); ++one) {
            if (one->kind == "run") return m_selection.selectRun({one->id});
            if (one->kind == "device") return m_selection.selectDevice({one->id});
        }
    };
    return {{"Enter: " + says, act}};
}

void CommandField::ask(const QString& line)
{
    setFocus();
    setText(line);
    search(line);
}

std::vector<Command> CommandField::matches(const QString& text) const
{
    if (editline::isEditLine(fromQt(text)) && text.contains(' ')) {
        const bool isCommand = std::any_of(m_commands.begin(), m_commands.end(), [&](const Command& one) {
            return one.text.startsWith(text, Qt::CaseInsensitive);
        });
        if (!isCommand) return editOf(text);
    }
    std::vector<Command> result = answers(text);
    if (!result.empty()) return result;
    const plan::Plan& plan = m_document.plan();
    const auto hit = [&](const QString& candidate) { return candidate.contains(text, Qt::CaseInsensitive); };
    for (const Command& command : m_commands)
        if (hit(command.text)) result.push_back(command);
    for (const plan::Device& device : plan.devices)
        if (hit(toQt(device.name)) || hit(toQt(device.description)))
            result.push_back({toQt(device.name) + "   " + toQt(device.description),
                              [this, id = device.id] { m_selection.selectDevice(id); }});
    for (const plan::Place& place : plan.places)
        if (hit(toQt(place.name)))
            for (const plan::Device& device : plan.devices)
                if (device.place == place.id)
                    result.push_back({toQt(place.name) + ": " + toQt(device.name),
                                      [this, id = device.id] { m_selection.selectDevice(id); }});
    for (const plan::Run& run : plan.runs) {
        const QString name = "run " + toQt(run.label) + "   " + toQt(plan::portText(plan, run.a)) + " — " +
                             toQt(plan::portText(plan, run.b));
        if (hit(name)) result.push_back({name, [this, id = run.id] { m_selection.selectRun(id); }});
    }
    for (const plan::Port& port : plan.ports) {
        const QString name = toQt(plan::portText(plan, port.id));
        if (text.size() >= 3 && hit(name))
            result.push_back(
                {"port " + name, [this, id = port.id, device = port.device] { m_selection.selectPort(id, device); }});
    }
    if (result.empty())
        if (const auto label = oneline::readLabel(fromQt(text), m_document.knowledge())) {
            QStringList said{toQt(label->sentence)};
            for (const oneline::MarkRead& one : label->known) said << toQt(one.word + ": " + one.mark->means);
            result.push_back({said.join("; "), {}});
        }
    if (result.size() > 12) result.resize(12);
    return result;
}

void CommandField::search(const QString& text)
{
    m_popup->clear();
    if (text.trimmed().isEmpty()) {
        m_popup->hide();
        return;
    }
    m_shown = matches(text.trimmed());
    for (const Command& command : m_shown) m_popup->addItem(command.text);
    if (m_shown.empty()) m_popup->addItem("No match");
    m_popup->setCurrentRow(0);
    const int rows = std::min(10, m_popup->count());
    const bool isAnswer = m_shown.size() == 1 && (!m_shown.front().run || m_shown.front().text.startsWith("Enter: "));
    m_popup->setFixedSize(std::max(width(), scaled(460)),
                          isAnswer ? scaled(84) : rows * m_popup->sizeHintForRow(0) + 8);
    m_popup->move(mapToGlobal(QPoint(0, height() + 2)));
    m_popup->show();
}

void CommandField::take(int row)
{
    if (row < 0 || row >= static_cast<int>(m_shown.size()) || !m_shown[static_cast<std::size_t>(row)].run) return;
    const auto run = m_shown[static_cast<std::size_t>(row)].run;
    m_popup->hide();
    clear();
    run();
    // What was run may have put the focus where the next words are typed.
    if (hasFocus()) Q_EMIT found();
}

bool CommandField::eventFilter(QObject* watched, QEvent* event)
{
    if (event->type() == QEvent::KeyPress) {
        const auto* key = static_cast<QKeyEvent*>(event);
        if (key->key() == Qt::Key_Down || key->key() == Qt::Key_Up) {
            const int step = key->key() == Qt::Key_Down ? 1 : -1;
            m_popup->setCurrentRow(std::clamp(m_popup->currentRow() + step, 0, std::max(0, m_popup->count() - 1)));
            return true;
        }
        if (key->key() == Qt::Key_Escape) {
            m_popup->hide();
            clear();
            clearFocus();
            return true;
        }
    }
    if (event->type() == QEvent::FocusOut) m_popup->hide();
    return QLineEdit::eventFilter(watched, event);
}

}  // namespace sokudo::ui
