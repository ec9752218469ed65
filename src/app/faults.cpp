// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/faults.h"

#include <cstdlib>
#include <memory>

#include <cxxabi.h>

#include <QCoreApplication>
#include <QDateTime>
#include <QDir>
#include <QFile>
#include <QFileInfo>
#include <QMutex>

#include "app/house_files.h"
#include "app/qt_text.h"
#include "core/base/guard.h"
#include "host/clock.h"

namespace sokudo::app {
namespace {

QMutex& lock()
{
    static QMutex mutex;
    return mutex;
}

std::function<void(const QString&)>& listener()
{
    static std::function<void(const QString&)> one;
    return one;
}

void write(const QString& line)
{
    QDir().mkpath(QFileInfo(faultLog()).absolutePath());
    QFile log(faultLog());
    if (!log.open(QIODevice::Append | QIODevice::Text)) return;
    log.setPermissions(QFileDevice::ReadOwner | QFileDevice::WriteOwner);
    log.write((line + '\n').toUtf8());
}

}  // namespace

QString faultLog() { return housesFolder() + "/faults.log"; }

std::string placeOf(const std::type_info& task)
{
    int status = 0;
    const std::unique_ptr<char, decltype(&std::free)> name(abi::__cxa_demangle(task.name(), nullptr, nullptr, &status),
                                                           &std::free);
    std::string place = status == 0 && name ? name.get() : task.name();
    // What is within a function is of no interest, nor is whose it is.
    if (const std::size_t inner = place.find("::$_"); inner != std::string::npos) place.erase(inner);
    if (const std::size_t inner = place.find("::'lambda"); inner != std::string::npos) place.erase(inner);
    constexpr std::string_view kOurs = "sokudo::app::";
    if (place.starts_with(kOurs)) place.erase(0, kOurs.size());
    return place;
}

void reportFault(const std::string& where, const std::exception_ptr& thrown)
{
    const QString what = toQt(textOf(thrown));
    const QMutexLocker turn(&lock());
    write(toQt(measure::isoText(host::now())) + " " + toQt(where) + ": " + what);
    if (!listener() || !QCoreApplication::instance()) return;
    const QString sentence = "Something in Sokudo went wrong and was left undone: " + what +
                             ". Your house is as it was saved; where it happened is in " + faultLog();
    QMetaObject::invokeMethod(
        QCoreApplication::instance(), [tell = listener(), sentence] { tell(sentence); }, Qt::QueuedConnection);
}

void listenToFaults(std::function<void(const QString&)> tell)
{
    const QMutexLocker turn(&lock());
    listener() = std::move(tell);
}

}  // namespace sokudo::app
